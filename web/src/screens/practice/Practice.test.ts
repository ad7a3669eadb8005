import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { answer, answering, json, type Sent } from '../../../tests/answers';
import { film } from '../../../tests/film';
import type { FactSent } from '../../lib/record/book';
import { outbox } from '../../lib/outbox/outbox.svelte';
import Practice from './Practice.svelte';
import type { Drill, PracticeResult } from './practice.svelte';

const SHOWN = ['knee-line', 'heels'];
const drill: Drill = {
  test: 'overhead-squat',
  seed: 7,
  criteria: SHOWN,
  athletes: Array.from({ length: 6 }, (_, i) => ({
    id: `s${i}`,
    performances: [{ film: film(10 * i) }, { film: film(0, 'SIDE') }],
  })),
};
const practised = answer<PracticeResult>('practised');

let sent: Sent[];
let put: ReturnType<typeof vi.spyOn>;
let network: boolean;

function opened(more: Record<string, object> = {}) {
  sent = answering({
    '/practice/tests': ['overhead-squat', 'split-squat'],
    '/practice/tests/overhead-squat': drill,
    '/practice': () => (network ? practised : json({ code: 'busy', status: 503 }, 503)),
    ...more,
  });
  render(Practice, { params: { id: 's' } });
  return userEvent.setup();
}
const button = (name: string | RegExp) => screen.getByRole('button', { name });
const posted = () => sent.filter((s) => s.method === 'POST');

beforeEach(() => {
  network = true;
  put = vi.spyOn(outbox, 'put').mockImplementation(() => undefined);
});

/** All six seen from both sides, the left knee of each marked. */
async function seen(user: ReturnType<typeof userEvent.setup>) {
  await user.click(await screen.findByRole('button', { name: 'Begin' }));
  for (let i = 0; i < 6; i++) {
    await user.click(button('Knee line left slight'));
    await user.click(button('Front: seen'));
    await user.click(button('Side: seen'));
    if (i < 5) await user.click(button('Next athlete'));
  }
}

describe('practice', () => {
  it('says what it is, and asks for other athletes when another test is chosen', async () => {
    const user = opened({
      '/practice/tests/split-squat': { ...drill, test: 'split-squat', criteria: ['knee-line'] },
    });
    expect(await screen.findByText(/Six simulated athletes come to this station/)).toBeVisible();
    await user.selectOptions(screen.getByLabelText('What to practise'), 'split-squat');
    await vi.waitFor(() =>
      expect(screen.getByLabelText('What to practise')).toHaveValue('split-squat'),
    );
    const seeds = sent.filter((s) => s.query.has('seed')).map((s) => s.query.get('seed'));
    expect(new Set(seeds).size).toBe(2);
  });

  it('is a station with somebody who performs, and only with what can be seen on them', async () => {
    const user = opened();
    await user.click(await screen.findByRole('button', { name: 'Begin' }));
    expect(screen.getByTestId('athlete')).toHaveTextContent('Athlete 1');
    expect(screen.getByRole('img', { name: /Simulated athlete/ })).toBeVisible();
    expect(button('Knee line left slight')).toBeVisible();
    for (const gone of [/^Arch left/, /Pain: stop/, /^Extra cue/, 'Practise'])
      expect(screen.queryByRole('button', { name: gone })).toBeNull();
    expect(screen.queryByText(/Retests are offered/)).toBeNull();
  });

  it('sends nothing before the end, and then the marks to nobody’s screening', async () => {
    const user = opened();
    await seen(user);
    expect(posted()).toEqual([]);
    await user.click(button('See how you did'));
    await screen.findByTestId('practice-outcome');
    expect(put).not.toHaveBeenCalled();
    const body = posted()[0]!.body as { seed: number; facts: FactSent[] };
    expect(posted()[0]!.path).toMatch(/\/practice$/);
    expect(body.seed).toBe(7);
    expect(body.facts.filter((f) => f.fact.kind === 'marked').map((f) => f.athlete)).toEqual(
      drill.athletes.map((a) => a.id),
    );
    expect(body.facts.filter((f) => f.fact.kind === 'viewClosed')).toHaveLength(12);
  });

  it('can go back to the last athlete, and says so when the answer has to wait', async () => {
    const user = opened();
    await seen(user);
    await user.click(button('Back to the last athlete'));
    expect(screen.getByTestId('athlete')).toHaveTextContent('Athlete 6');
    await user.click(button('Side: seen'));
    network = false;
    await user.click(button('See how you did'));
    expect(await screen.findByRole('alert')).not.toBeEmptyDOMElement();
    network = true;
    await user.click(button('See how you did'));
    await screen.findByTestId('practice-outcome');
    const ids = posted().map((s) => (s.body as { id: string }).id);
    expect(new Set(ids).size).toBe(1);
  });

  it('tells what was there, what was set and what to watch', async () => {
    const user = opened();
    await seen(user);
    await user.click(button('See how you did'));
    const outcome = within(await screen.findByTestId('practice-outcome'));
    const score = practised.score!;
    expect(
      outcome.getByRole('heading', {
        name: `You saw ${score.faults - score.missed} of ${score.faults} faults`,
      }),
    ).toBeVisible();
    expect(outcome.getByText(/What to watch/)).toBeVisible();
    expect(outcome.getByText(/the protocol reckons with 0.50/)).toBeVisible();
    const wrong = practised.compared.flat().filter((c) => c.first !== 'NONE' || c.apart > 0);
    expect(
      outcome.getAllByRole('row').filter((r) => within(r).queryByRole('rowheader')),
    ).toHaveLength(wrong.length);
    await user.click(outcome.getByRole('button', { name: 'Watch Athlete 3' }));
    expect(screen.getByRole('img', { name: /Simulated athlete/ })).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'Close' }));
    await user.click(outcome.getByRole('button', { name: 'Six others' }));
    expect(await screen.findByTestId('athlete')).toHaveTextContent('Athlete 1');
  });

  it('says so where nothing can be practised', async () => {
    opened({ '/practice/tests': [] });
    expect(await screen.findByText(/can be practised on simulated athletes/)).toBeVisible();
    expect(screen.getByRole('link', { name: 'To the station' })).toBeVisible();
  });
});
