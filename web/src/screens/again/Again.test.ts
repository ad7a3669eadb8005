import { render, screen, within } from '@testing-library/svelte';
import { describe, expect, it } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Again from './Again.svelte';

type View = Schemas['LookAgainControllerLooksView'];
const { screening } = answer<Schemas['BoardBoardView']>('board');

const look = (more: Partial<View['looks'][number]['look']>): View['looks'][number] => ({
  athlete: 'a1',
  name: 'Ada Grün',
  look: { kind: 'SECOND_LOOK', test: 'overhead-squat', drop: 0.12, seconds: 90, ...more },
  perMinute: 0.08,
});

async function shown(view: Partial<View>) {
  answering({ '/look-again': { screening, looks: [], more: 0, ...view } });
  render(Again, { params: { id: screening.id } });
  await screen.findByRole('navigation', { name: 'This screening' });
}

describe('the queue of looks', () => {
  it('says what to look at, what it is about and what it is worth, the best first', async () => {
    await shown({
      looks: [
        look({ kind: 'RETEST', retest: 'heels-up', criterion: 'heels', side: 'LEFT' }),
        look({ kind: 'FIRST_LOOK' }),
        look({ kind: 'TEST', test: 'wall-test' }),
        look({}),
      ],
      more: 3,
    });
    const rows = await screen.findAllByTestId('look');
    expect(rows[0]).toHaveTextContent(/1.*Ada Grün.*Retest: Heels up.*for Heel lift left/);
    expect(rows[0]).toHaveTextContent('90 s · wrong group 12.0 in 100 less likely');
    expect(rows[1]).toHaveTextContent('Look at it: Overhead squat');
    expect(rows[2]).toHaveTextContent('Test: Ankle wall test');
    expect(rows[3]).toHaveTextContent('Second look: Overhead squat');
    expect(screen.getByText('3 more bring less.')).toBeVisible();
  });

  it('opens each look at the station', async () => {
    await shown({ looks: [look({ kind: 'RETEST', retest: 'heels-up' })] });
    const row = await screen.findByTestId('look');
    expect(within(row).getByRole('link', { name: /^Open: Ada Grün/ })).toHaveAttribute(
      'href',
      `#/screening/${screening.id}/station?athlete=a1&test=overhead-squat&look=RETEST&retest=heels-up`,
    );
  });

  it('says when nothing is left', async () => {
    await shown({});
    expect(
      await screen.findByText('Nothing is left that a further look would tell.'),
    ).toBeVisible();
  });
});
