import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Agreement from './Agreement.svelte';

const push = vi.hoisted(() => vi.fn());
vi.mock('svelte-spa-router', async (real) => ({ ...(await real<object>()), push }));

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
const worded = { value: 0.63, low: 0.41, high: 0.85, strength: 'SUBSTANTIAL' } as const;
const grades: View['raters'][number]['grades'] = [
  { criterion: 'knee-line', pairs: 28, enough: true, percent: 62.5 },
  { criterion: 'depth', pairs: 16, enough: false, percent: 100, weighted: worded },
];
const around = (value: number) => ({ value, low: value - 1, high: value + 1 });
const both: View = {
  pairings: [pairing],
  raters: [
    {
      first: 'Ines',
      second: 'Jon',
      all: { pairs: 24, enough: true, percent: 78.6, weighted: worded },
      grades,
      values: [
        {
          criterion: 'wall',
          pairs: 5,
          limits: { bias: around(0.4), low: around(-1.2), high: around(2), pairs: 5 },
        },
      ],
    },
  ],
  noise: { looks: 24, protocol: 0.5, own: 0.42 },
  noises: [{ criterion: 'knee-line', noise: { looks: 8, protocol: 0.5, own: 0.47 } }],
};

let sent: Sent[];
async function shown(view: View) {
  sent = answering({
    '/agreement': view,
    '/board': board,
    '/settlements': {},
    'POST /api/protocols': { id: 'own-standard-floor', version: 1 },
  });
  render(Agreement, { params: { id: board.screening.id } });
  await screen.findByRole('navigation', { name: 'This screening' });
  return userEvent.setup();
}

describe('agreement between raters', () => {
  it('says how a second rater comes about while there is none', async () => {
    await shown({ pairings: [], raters: [], noises: [] });
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
    expect(numbers).toHaveTextContent('Ines and Jon');
    expect(numbers).toHaveTextContent('79 % of the grades are the same, on average');
    expect(numbers).toHaveTextContent('0.63 (0.41 to 0.85), substantial');
    expect(within(numbers).getByRole('row', { name: /28 63 none: one grade only/ })).toBeVisible();
    expect(within(numbers).getByRole('row', { name: /16 100 too few to tell/ })).toBeVisible();
    expect(numbers).toHaveTextContent('Mean difference 0.4 (-0.6 to 1.4), limits -1.2');
    expect(numbers).toHaveTextContent('a convention, no evidence');
  });

  it('says nothing in words from too few pairs', async () => {
    const few = { ...both.raters[0]!, all: { pairs: 14, enough: false, percent: 80 } };
    await shown({ ...both, raters: [few] });
    expect(await screen.findByText(/Too few pairs to tell \(14; 20 are needed\)/)).toBeVisible();
  });

  it('takes the house’s own noise over into a new version of the protocol', async () => {
    const user = await shown(both);
    const noise = await screen.findByTestId('noise');
    expect(within(noise).getByRole('row', { name: /All together 24 0.50 0.42/ })).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'Take over into a new version' }));
    await vi.waitFor(() => expect(push).toHaveBeenCalledWith('/protocols/own-standard-floor/1'));
    expect(sent.find((s) => s.method === 'POST')!.body).toMatchObject({
      rules: { gradedMarkSem: { value: 0.42, label: 'HC' } },
    });
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
