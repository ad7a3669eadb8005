import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Forming from './Forming.svelte';

const groups = answer<Schemas['GroupsGroupsView']>('groups');
const members = groups.groups.flatMap((g) => g.members);
const [ada, bo] = [members[0]!, members[1]!];
const load = { focus: 'LOAD', rungs: ['box-squat', 'bodyweight-squat'] } as const;
const knee = { focus: 'KNEE_CONTROL', rungs: ['split-squat-hold', 'wall-ball-stork'] } as const;
const member = (athlete: string, rung: string, cost: number) => ({
  athlete,
  rung,
  cost,
  parts: [],
});

const formed = (more: object = {}) => ({
  kind: 'formed',
  groups: [
    { offer: load, members: [member(ada.athlete, 'bodyweight-squat', 0)] },
    { offer: knee, members: [member(bo.athlete, 'split-squat-hold', 2.3)] },
  ],
  cost: 2.3,
  leastCost: 2.3,
  proven: true,
  out: [],
  kit: [],
  ...more,
});
const weighed = (athlete: string) => [
  {
    athlete,
    offers: [
      { kind: 'possible', rung: 'bodyweight-squat', cost: 0, parts: [] },
      { kind: 'barred', why: { because: 'NO_KIT', need: { item: 'BALL' } } },
    ],
  },
];
const kept = { id: 'f', wishes: {}, groups: [], author: 'Lead', at: '2026-11-09T08:00:00Z' };

function shown(more: Parameters<typeof answering>[0]): {
  user: ReturnType<typeof userEvent.setup>;
  sent: Sent[];
} {
  const sent = answering({
    '/halls': [],
    'GET /api/screenings/s/formation': {},
    '/groups/changes': [],
    ...more,
  });
  render(Forming, { params: { id: 's' } });
  return { user: userEvent.setup(), sent };
}
const press = async (user: ReturnType<typeof userEvent.setup>, name: string) =>
  user.click(await screen.findByRole('button', { name }));

describe('forming groups', () => {
  it('looks on in longer rounds until nothing cheaper can exist', async () => {
    const { user, sent } = shown({
      '/groups/formed': (s: Sent) =>
        s.query.get('round') === '0' ? formed({ proven: false, leastCost: 1.1 }) : formed(),
    });
    await press(user, 'Work out');
    expect(await screen.findByText(/no other way costs less/)).toBeVisible();
    expect(screen.getByText('Cost together: 2.3')).toBeVisible();
    const asked = sent.filter((s) => s.path.endsWith('/formed'));
    expect(asked.map((s) => s.query.get('round'))).toEqual(['0', '1']);
    expect(asked[0]!.body).toMatchObject({ groups: 4, smallest: 3, largest: 12, rungs: 2 });
  });

  it('says why somebody is not there, moves at a cost that is shown, and takes a move back', async () => {
    const { user } = shown({
      '/groups/formed': formed(),
      '/groups/weighed': (s: Sent) => weighed((s.body as { athletes: string[] }).athletes[0]!),
    });
    await press(user, 'Work out');
    await user.click(await screen.findByRole('button', { name: new RegExp(bo.name) }));
    expect(await screen.findByText(/the hall has no Ball/)).toBeVisible();
    await press(user, 'Move here');
    const seats = () =>
      screen.getAllByTestId('group').map((g) => within(g).queryAllByRole('button').length);
    expect(seats()).toEqual([2, 0]);
    await press(user, 'Undo');
    expect(seats()).toEqual([1, 1]);
    await press(user, 'Redo');
    expect(seats()).toEqual([2, 0]);
  });

  it('saves the groups with what the lead knew, and leaves empty ones out', async () => {
    const { user, sent } = shown({
      '/groups/formed': formed({ groups: [...formed().groups, { offer: knee, members: [] }] }),
      'POST /api/screenings/s/formation': kept,
    });
    await press(user, 'Work out');
    await press(user, 'Save groups');
    await vi.waitFor(() =>
      expect(sent.find((s) => s.method === 'POST' && s.path.endsWith('/formation'))).toBeDefined(),
    );
    expect(
      sent.find((s) => s.method === 'POST' && s.path.endsWith('/formation'))!.body,
    ).toMatchObject({
      reason: 'Groups that fit the hall',
      groups: [
        { offer: load, members: [{ athlete: ada.athlete, rung: 'bodyweight-squat' }] },
        { offer: knee, members: [{ athlete: bo.athlete, rung: 'split-squat-hold' }] },
      ],
    });
  });

  it('says which limit is in the way and what one change would give, and tries it', async () => {
    const { user, sent } = shown({
      '/groups/formed': (s: Sent) =>
        (s.body as { groups: number }).groups === 6
          ? formed()
          : { kind: 'impossible', because: 'TOO_FEW_SEATS', who: [] },
      '/groups/changes': [{ limit: { kind: 'groups' }, by: 2, cost: 2.3, leastCost: 2.3 }],
    });
    await press(user, 'Work out');
    expect(await screen.findByRole('alert')).toHaveTextContent(/fewer seats/);
    expect(await screen.findByText(/2 more groups: then groups are possible/)).toBeVisible();
    await press(user, 'Try');
    expect(await screen.findByText('Cost together: 2.3')).toBeVisible();
    expect(sent.filter((s) => s.path.endsWith('/formed')).at(-1)!.body).toMatchObject({
      groups: 6,
    });
  });
});
