import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { outbox } from '../../lib/outbox/outbox.svelte';
import { PROTOCOL } from '../../../tests/protocol';
import Send from './Send.svelte';

const SCREENING = {
  id: 's1',
  name: 'Winter screen',
  protocol: 'standard-floor',
  protocolVersion: 1,
  team: 't',
  heldOn: '2026-11-25',
};
const facts = [1, 2].map((repetition) => ({
  kind: 'measured' as const,
  trial: 'made-by-the-bench',
  criterion: 'depth',
  measure: 'thigh-angle',
  repetition,
  value: 4 + repetition,
  confidence: 0.9,
  taken: { source: 'SIMULATED' as const, sem: 0.4 },
}));
let kept: object[];

beforeEach(() => {
  kept = [];
  vi.stubGlobal('fetch', (request: Request) => {
    const path = new URL(request.url).pathname;
    const answer = path.endsWith('/today')
      ? { screenings: [{ screening: SCREENING }], teams: [] }
      : path.endsWith('/station')
        ? { screening: SCREENING, queue: [{ id: 'a1', shortName: 'Mira O.', state: 'WAITING' }] }
        : path.endsWith('/facts')
          ? kept
          : PROTOCOL;
    return Promise.resolve(
      new Response(JSON.stringify(answer), { headers: { 'Content-Type': 'application/json' } }),
    );
  });
});

async function chosen() {
  const put = vi.spyOn(outbox, 'put').mockImplementation(() => undefined);
  const changed = vi.fn();
  render(Send, {
    about: {},
    facts,
    changed,
    suits: (t: { id: string }) => t.id === 'overhead-squat',
  });
  const user = userEvent.setup();
  await user.selectOptions(
    await screen.findByLabelText(/Screening/),
    await screen.findByText('Winter screen'),
  );
  await user.selectOptions(
    await screen.findByLabelText(/Athlete/),
    await screen.findByText('Mira O.'),
  );
  expect(changed).toHaveBeenCalled();
  return { put, user };
}

describe('sending what was measured', () => {
  it('opens a trial under the standard of the test and adds every value with its source', async () => {
    const { put, user } = await chosen();
    await user.click(screen.getByRole('button', { name: 'Save 2 values of 2 repetitions' }));
    const [into, sent, under] = put.mock.calls[0]!;
    expect(into).toBe('s1');
    expect(under).toEqual({ protocol: 'standard-floor', version: 1 });
    expect(sent.map((f) => f.fact.kind)).toEqual(['trialOpened', 'measured', 'measured']);
    expect(sent[0]!.fact).toMatchObject({ test: 'overhead-squat', trial: 'made-by-the-bench' });
    expect(sent[1]!.fact).toMatchObject({ value: 5, taken: { source: 'SIMULATED', sem: 0.4 } });
    expect(new Set(sent.map((f) => f.id)).size).toBe(3);
    expect(screen.getByRole('button', { name: /^Save/ })).toBeDisabled();
    expect(screen.getByRole('status')).toHaveTextContent('2 values are on their way.');
  });

  it('joins the trial that stands, unless it is told not to; one that was taken back does not stand', async () => {
    const opened = (id: string, trial: string, at: string) => ({
      id,
      athlete: 'a1',
      sequence: 1,
      at,
      author: 'x',
      fact: { kind: 'trialOpened', trial, test: 'overhead-squat', conditions: {} },
    });
    kept = [
      opened('f1', 'by-eye', '2026-11-25T09:00:00Z'),
      opened('f2', 'undone', '2026-11-25T09:30:00Z'),
      {
        id: 'f3',
        athlete: 'a1',
        sequence: 3,
        at: '2026-11-25T09:31:00Z',
        author: 'x',
        supersedes: 'f2',
        fact: { kind: 'withdrawn' },
      },
    ];
    const { put, user } = await chosen();
    expect(await screen.findByRole('checkbox')).toBeChecked();
    await user.click(screen.getByRole('button', { name: /^Save/ }));
    expect(put.mock.calls[0]![1].map((f) => ('trial' in f.fact ? f.fact.trial : ''))).toEqual([
      'by-eye',
      'by-eye',
    ]);
  });

  it('takes the place of what was measured there before, and takes back what has no successor', async () => {
    const measured = (id: string, repetition: number) => ({
      id,
      athlete: 'a1',
      sequence: repetition,
      at: '2026-11-25T09:10:00Z',
      author: 'x',
      fact: { ...facts[0], trial: 'by-eye', repetition },
    });
    kept = [
      {
        id: 'f1',
        athlete: 'a1',
        sequence: 1,
        at: '2026-11-25T09:00:00Z',
        author: 'x',
        fact: { kind: 'trialOpened', trial: 'by-eye', test: 'overhead-squat', conditions: {} },
      },
      measured('m1', 1),
      measured('m3', 3),
    ];
    const { put, user } = await chosen();
    await screen.findByRole('checkbox');
    await user.click(screen.getByRole('button', { name: /^Save/ }));
    const sent = put.mock.calls[0]![1];
    expect(sent.map((f) => [f.fact.kind, f.supersedes])).toEqual([
      ['measured', 'm1'],
      ['measured', undefined],
      ['removed', 'm3'],
    ]);
  });
});
