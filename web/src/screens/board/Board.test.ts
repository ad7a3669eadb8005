import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { tick } from 'svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Board from './Board.svelte';

const board = answer<Schemas['BoardBoardView']>('board');

/** The live stream, spoken to by hand. */
class Stream extends EventTarget {
  static last: Stream;
  onerror: (() => void) | null = null;
  closed = false;
  constructor(readonly address: string) {
    super();
    Stream.last = this;
  }
  close() {
    this.closed = true;
  }
}

let sent: Sent[];
const reads = () => sent.filter((s) => s.path.endsWith('/board')).length;

beforeEach(async () => {
  vi.stubGlobal('EventSource', Stream);
  sent = answering({ '/board': board });
  const { unmount } = render(Board, { params: { id: board.screening.id } });
  await screen.findByTestId('visits');
  return unmount;
});

describe('the board', () => {
  it('shows pain before everything else, then how far the hall is', () => {
    expect(screen.getByTestId('stopped')).toHaveTextContent(
      'Cem R.: Knee right, 6 of 10. Look after them first.',
    );
    expect(screen.getByTestId('visits')).toHaveTextContent(
      `${board.pace.visits} / ${board.pace.of}`,
    );
    expect(screen.getByText('Not seen yet')).toBeVisible();
  });

  it('says when it is live and when it is not', async () => {
    expect(screen.getByText('not live: no connection')).toBeVisible();
    Stream.last.dispatchEvent(new Event('open'));
    await tick();
    expect(screen.getByText('live')).toBeVisible();
    Stream.last.onerror?.();
    await tick();
    expect(screen.getByText('not live: no connection')).toBeVisible();
  });

  it('reads once for many changes that come together', async () => {
    const before = reads();
    for (let i = 0; i < 20; i++) Stream.last.dispatchEvent(new Event('changed'));
    await vi.waitFor(() => expect(reads()).toBeGreaterThan(before));
    expect(reads() - before).toBeLessThanOrEqual(2);
  });

  it('puts the names in order on demand', async () => {
    const names = () => screen.getAllByRole('rowheader').map((h) => h.textContent?.trim());
    const user = userEvent.setup();
    await user.click(screen.getByRole('button', { name: 'In the order of names' }));
    expect(names()).toEqual(['Ada G.', 'Bo W.', 'Cem R.', 'Dana B.']);
    await user.click(screen.getByRole('button', { name: 'In the order of waiting' }));
    expect(names().at(-1)).toBe('Cem R.');
  });
});
