import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import { say } from '../../lib/words/words';
import FollowUp from './FollowUp.svelte';
import { minutesOf, perTest, type Athlete } from './plan';

const board = answer<Schemas['BoardBoardView']>('board');
const protocol = answer<Schemas['Protocol']>('protocol');
const test = protocol.tests[0]!;
const other = protocol.tests[1]!;

const athlete = (
  name: string,
  looks: [string, boolean][],
  more: Partial<Athlete> = {},
): Athlete => ({
  athlete: name,
  name,
  looks: looks.map(([id, fits]) => ({
    look: { kind: 'SINCE_TRAINING', test: id, drop: 0.2, seconds: 75 },
    fits,
  })),
  ...more,
});
const proposal: Schemas['FollowUpControllerFollowUpView'] = {
  screening: board.screening,
  seconds: 225,
  asked: [
    athlete(
      'Mei',
      [
        [test.id, true],
        [other.id, true],
      ],
      { whole: 'NEVER_SEEN' },
    ),
    athlete('Ada', [[test.id, true]]),
    athlete('Bo', [[test.id, false]]),
  ],
  notCleared: ['Cem'],
  clear: 4,
};

async function shown() {
  const sent = answering({ '/follow-up': proposal });
  render(FollowUp, { params: { id: board.screening.id } });
  await screen.findByTestId('follow-sum');
  return sent;
}

describe('a short screening', () => {
  it('proposes what fits, says what is left out, and plans what was chosen', async () => {
    const sent = await shown();
    const user = userEvent.setup();
    const sum = screen.getByTestId('follow-sum');
    expect(sum).toHaveTextContent('3 looks at 2 athletes. They take 4 of 60 rater minutes.');
    expect(sum).toHaveTextContent('4 athletes have nothing open');
    expect(sum).toHaveTextContent('Clearance first: Cem');
    const rows = screen.getAllByTestId('asked');
    expect(rows[0]).toHaveTextContent('Nothing seen the time before: every test');
    expect(screen.getByRole('heading', { name: 'Beyond these minutes' })).toBeVisible();

    await user.click(within(rows[2]!).getByRole('checkbox', { name: new RegExp(say(test.name)) }));
    await user.click(within(rows[0]!).getByRole('checkbox', { name: new RegExp(say(other.name)) }));
    expect(sum).toHaveTextContent('3 looks at 3 athletes.');
    await user.click(screen.getByRole('button', { name: 'Plan it' }));
    await vi.waitFor(() =>
      expect(sent.find((s) => s.method === 'POST')?.body).toMatchObject({
        asked: ['Mei', 'Ada', 'Bo'].map((athlete) => ({ athlete, tests: [test.id] })),
      }),
    );
  });

  it('asks anew when there are more raters', async () => {
    const sent = await shown();
    const user = userEvent.setup();
    const raters = screen.getByRole('spinbutton', { name: 'Raters' });
    await user.clear(raters);
    await user.type(raters, '4');
    await user.tab();
    await vi.waitFor(() => expect(sent.some((s) => s.query.get('raters') === '4')).toBe(true));
    expect(await screen.findByText(/of 120 rater minutes/)).toBeVisible();
  });

  it('counts minutes and looks by what was chosen', () => {
    const chosen = new Set([`Mei SINCE_TRAINING ${test.id}`, `Ada SINCE_TRAINING ${test.id}`]);
    expect(minutesOf(proposal.asked, chosen)).toBe(3);
    expect(perTest(proposal.asked, chosen)).toEqual([{ test: test.id, looks: 2 }]);
  });
});
