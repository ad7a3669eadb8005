import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Agreement from './Agreement.svelte';

type View = Schemas['AgreementControllerAgreementView'];
const board = answer<Schemas['BoardBoardView']>('board');

const pairing: View['pairings'][number] = {
  athlete: 'a1',
  name: 'Ada Grün',
  test: 'overhead-squat',
  counting: { trial: 't1', rater: 'r1', name: 'Ines' },
  other: { trial: 't2', rater: 'r2', name: 'Jon' },
  comparisons: [
    {
      test: 'overhead-squat',
      criterion: 'knee-line',
      side: 'LEFT',
      first: 'MARKED',
      second: 'SLIGHT',
      apart: 1,
    },
    { test: 'overhead-squat', criterion: 'depth', first: 'NONE', second: 'NONE', apart: 0 },
  ],
};
const both: View = {
  all: { pairs: 14, percent: 78.6, weighted: { value: 0.63, strength: 'SUBSTANTIAL' } },
  pairings: [pairing],
  grades: [
    { criterion: 'knee-line', pairs: 8, percent: 62.5 },
    {
      criterion: 'depth',
      pairs: 6,
      percent: 100,
      weighted: { value: 1, strength: 'ALMOST_PERFECT' },
    },
  ],
  values: [{ criterion: 'wall', pairs: 5, limits: { bias: 0.4, low: -1.2, high: 2, pairs: 5 } }],
};

let sent: Sent[];
async function shown(view: View) {
  sent = answering({ '/agreement': view, '/board': board, '/settlements': {} });
  render(Agreement, { params: { id: board.screening.id } });
  await screen.findByRole('navigation', { name: 'This screening' });
  return userEvent.setup();
}

describe('agreement between raters', () => {
  it('says how a second rater comes about while there is none', async () => {
    await shown({ pairings: [], grades: [], values: [] });
    expect(await screen.findByText(/no athlete has been seen by two raters/)).toBeVisible();
    expect(screen.queryByRole('heading', { name: 'How far they agree' })).toBeNull();
  });

  it('lists only what differs, each rater under their own name', async () => {
    await shown(both);
    const one = await screen.findByTestId('pairing');
    const rows = within(one).getAllByRole('row');
    expect(rows).toHaveLength(2);
    expect(rows[0]).toHaveTextContent(/Ines\s*Jon/);
    expect(rows[1]).toHaveTextContent(/left.*marked.*slight/);
  });

  it('tells no kappa from grades that never vary, and says so', async () => {
    await shown(both);
    const numbers = (await screen.findByRole('heading', { name: 'How far they agree' })).closest(
      'section',
    )!;
    expect(numbers).toHaveTextContent('79 % of 14 pairs of grades are the same.');
    expect(numbers).toHaveTextContent('0.63 (substantial)');
    expect(within(numbers).getByRole('row', { name: /8 63 none: one grade only/ })).toBeVisible();
    expect(numbers).toHaveTextContent('Mean difference 0.4, limits -1.2 to 2.0.');
    expect(numbers).toHaveTextContent('a convention, no evidence');
  });

  it('is settled with a reason only, and the one who decided can be read afterwards', async () => {
    const user = await shown(both);
    await user.click(await screen.findByRole('button', { name: 'Settle' }));
    const dialog = screen.getByRole('dialog');
    await user.click(within(dialog).getByLabelText('What Jon saw'));
    await user.click(within(dialog).getByRole('button', { name: 'Settle' }));
    expect(sent.some((s) => s.method === 'POST')).toBe(false);

    await user.type(within(dialog).getByLabelText('Reason'), 'stood in front');
    await user.click(within(dialog).getByRole('button', { name: 'Settle' }));
    await vi.waitFor(() => expect(sent.some((s) => s.method === 'POST')).toBe(true));
    expect(sent.find((s) => s.method === 'POST')!.body).toMatchObject({
      athlete: 'a1',
      test: 'overhead-squat',
      trial: 't2',
      reason: 'stood in front',
    });
    await vi.waitFor(() =>
      expect(sent.filter((s) => s.path.endsWith('/agreement'))).toHaveLength(2),
    );
  });

  it('shows what was settled in place of the question', async () => {
    const settled = { trial: 't2', author: 'Momo', reason: 'stood in front' };
    await shown({ ...both, pairings: [{ ...pairing, settled } as View['pairings'][number]] });
    const one = await screen.findByTestId('pairing');
    expect(one).toHaveTextContent('Momo: what Jon saw counts. “stood in front”');
    expect(within(one).queryByRole('button', { name: 'Settle' })).toBeNull();
  });
});
