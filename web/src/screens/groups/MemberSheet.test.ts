import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { tick } from 'svelte';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, json, type Sent } from '../../../tests/answers';
import { Names } from '../../lib/api/catalogue';
import type { Schemas } from '../../lib/api/client';
import type { Member } from './board';
import MemberSheet from './MemberSheet.svelte';

const groups = answer<Schemas['GroupsGroupsView']>('groups');
const names = new Names(answer('protocol'), answer('ladders'));
const ada = groups.groups.flatMap((g) => g.members).find((x) => x.name === 'Ada Grün')!;
const focuses = groups.groups.map((g) => ({ focus: g.focus, name: names.focus(g.focus) }));

async function opened(member: Member, told: Parameters<typeof answering>[0] = {}) {
  const sent: Sent[] = answering({
    '/groups/fit': {
      kind: 'possible',
      cost: 2,
      parts: [{ why: 'SECOND_FOCUS', rungs: 0 }],
      needsClearance: false,
    },
    'POST /api/screenings/s/decisions': {},
    ...told,
  });
  const decided = vi.fn(() => Promise.resolve());
  const { component } = render(MemberSheet, {
    screening: 's',
    names,
    focuses,
    trial: (next: Schemas['LinkReportNextTrial']) => next.id,
    decided,
    cancelled: () => undefined,
  });
  (component as { open(whom: Member): void }).open(member);
  await tick();
  return { user: userEvent.setup(), sent, decided };
}

const move = () => screen.getByRole('button', { name: 'Move' });

describe('a member’s sheet', () => {
  it('tells the reasons, and the cost of a move before it is made with a reason', async () => {
    const { user, sent, decided } = await opened(ada);
    expect(screen.getByText('Heel lift left: marked, on the way up')).toBeVisible();
    expect(screen.getByTestId('fit')).toHaveTextContent('Stands here now.');
    expect(move()).toBeDisabled();

    await user.selectOptions(screen.getByLabelText('Focus'), 'LOAD');
    await vi.waitFor(() =>
      expect(screen.getByTestId('fit')).toHaveTextContent(
        'Cost of the move: 2.0: second choice of focus',
      ),
    );
    expect(move()).toBeDisabled();
    await user.type(screen.getByLabelText('Reason'), 'asked for it');
    await user.click(move());

    expect(sent.at(-1)!.body).toMatchObject({
      athlete: ada.athlete,
      kind: 'MOVE',
      place: { focus: 'LOAD' },
      reason: 'asked for it',
    });
    expect(decided).toHaveBeenCalledOnce();
  });

  it.each([
    ['STOPPED_TODAY', 'Not possible: pain stopped the screen today.'],
    ['TOO_HARD', 'Not possible: more than one rung too hard for what was seen.'],
  ] as const)('refuses a move that is %s', async (because, words) => {
    const { user } = await opened(ada, { '/groups/fit': { kind: 'impossible', because } });
    await user.selectOptions(screen.getByLabelText('Focus'), 'LOAD');
    await user.type(screen.getByLabelText('Reason'), 'asked for it');
    expect(await screen.findByText(words)).toBeVisible();
    expect(move()).toBeDisabled();
  });

  it('lets somebody out of Protect only with a word on who cleared them, and when', async () => {
    const cem = groups.groups.flatMap((g) => g.members).find((x) => x.name === 'Cem Rot')!;
    const { user, sent } = await opened(cem, {
      '/groups/fit': { kind: 'possible', cost: 0, parts: [], needsClearance: true },
    });
    await user.selectOptions(screen.getByLabelText('Focus'), 'LOAD');
    expect(await screen.findByText('Only once cleared: say by whom and when.')).toBeVisible();
    await user.type(screen.getByLabelText('By which role'), 'physiotherapist');
    await user.type(screen.getByLabelText('Date'), '2026-11-20');
    await user.type(screen.getByLabelText('Reason'), 'may train');
    await user.click(move());
    expect(sent.at(-1)!.body).toMatchObject({
      kind: 'MOVE',
      cleared: { by: 'physiotherapist', on: '2026-11-20' },
    });
  });

  it('shows the four parts, with the way to the exercise', async () => {
    await opened(ada);
    expect(screen.getByText('Plate under both heels')).toBeVisible();
    expect(screen.getAllByRole('link', { name: 'Ball of the foot on a step' })[0]).toHaveAttribute(
      'href',
      `#/exercise/ball-of-foot-on-step?screening=s&athlete=${ada.athlete}`,
    );
    expect(screen.getByText(/Not told apart yet/)).toBeVisible();
  });

  it('locks a place without a reason, and lets go of it again', async () => {
    const { user, sent } = await opened(ada);
    await user.click(screen.getByRole('button', { name: 'Lock here' }));
    expect(sent.at(-1)!.body).toMatchObject({ kind: 'LOCK', reason: '' });
  });

  it('shows what somebody else decided meanwhile, and decides on top of it', async () => {
    const now = {
      id: 'theirs',
      athlete: ada.athlete,
      kind: 'LOCK',
      place: ada.place,
      reason: '',
      author: 'Another lead',
      at: '2026-11-09T08:00:00Z',
    };
    let times = 0;
    const { user, sent } = await opened(ada, {
      'POST /api/screenings/s/decisions': () =>
        times++ ? {} : json({ code: 'decided-meanwhile', status: 409, now }, 409),
    });
    await user.click(screen.getByRole('button', { name: 'Lock here' }));
    expect(await screen.findByText(/Another lead/)).toBeVisible();
    expect(screen.getByRole('alert')).toHaveTextContent('Somebody else decided');
    await user.click(screen.getByRole('button', { name: 'Follow the proposal again' }));
    expect(sent.at(-1)!.body).toMatchObject({ kind: 'RELEASE', basedOn: 'theirs' });
  });
});
