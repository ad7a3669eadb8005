import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, json, type Sent } from '../../../tests/answers';
import { Names } from '../../lib/api/catalogue';
import type { Schemas } from '../../lib/api/client';
import Formed from './Formed.svelte';

const groups = answer<Schemas['GroupsGroupsView']>('groups');
const names = new Names(answer('protocol'), answer('ladders'));
const members = groups.groups.flatMap((g) => g.members);
const [ada, bo] = [
  members.find((x) => x.name === 'Ada Grün')!,
  members.find((x) => x.name !== 'Ada Grün')!,
];
const elsewhere = { focus: 'KNEE_CONTROL', rung: 'split-squat-hold' } as const;

const formed: Schemas['AssignmentResult'] = {
  kind: 'formed',
  groups: [
    { place: ada.place!, seats: [{ athlete: ada.athlete, cost: 0.04 }] },
    { place: elsewhere, seats: [{ athlete: bo.athlete, cost: 2.3 }] },
  ],
  cost: 2.34,
  leastCost: 2.34,
  proven: true,
  out: [],
};

function shown(result: object | (() => Response), more: Parameters<typeof answering>[0] = {}) {
  const sent: Sent[] = answering({ '/groups/formed': result, ...more });
  const decided = vi.fn(() => Promise.resolve());
  render(Formed, { screening: 's', names, members, decided });
  return { user: userEvent.setup(), sent, decided };
}
const work = () => screen.getByRole('button', { name: 'Work out' });

describe('groups that fit the hall', () => {
  it('are asked for with the limits of the hall, and say what they cost and that it is proven', async () => {
    const { user, sent } = shown(formed);
    await user.clear(screen.getByLabelText('Groups at most'));
    await user.type(screen.getByLabelText('Groups at most'), '2');
    await user.click(work());
    expect(await screen.findByText('Cost together: 2.3')).toBeVisible();
    expect(screen.getByText(/no other way costs less/)).toBeVisible();
    expect(sent[0]!.body).toEqual({ groups: 2, smallest: 3, largest: 12 });
    const line = (name: string) => within(screen.getByText(name).closest('li')!);
    expect(line(bo.name).getByText('costs 2.3')).toBeVisible();
    expect(line(ada.name).queryByText(/costs/)).toBeNull();
  });

  it('are taken over as decisions of those who move, based on what stood before', async () => {
    const { user, sent, decided } = shown(formed, { 'POST /api/screenings/s/decisions': {} });
    await user.click(work());
    expect(await screen.findByText(/^1 athlete moves/)).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'Take over' }));
    await vi.waitFor(() => expect(decided).toHaveBeenCalledOnce());
    const decisions = sent.filter((s) => s.path.endsWith('/decisions'));
    expect(decisions.map((d) => d.body)).toMatchObject([
      { athlete: bo.athlete, kind: 'MOVE', place: elsewhere, reason: 'Groups that fit the hall' },
    ]);
  });

  it('say how far from the best they may be, and who is in none', async () => {
    const { user } = shown({ ...formed, leastCost: 1.14, proven: false, out: [bo.athlete] });
    await user.click(work());
    expect(await screen.findByText(/at most 1.2 less is possible/)).toBeVisible();
    expect(screen.getByText(new RegExp(`held back: ${bo.name}`))).toBeVisible();
  });

  it('say which limit is in the way', async () => {
    const { user } = shown({ kind: 'impossible', because: 'TOO_FEW_SEATS' });
    await user.click(work());
    expect(await screen.findByRole('alert')).toHaveTextContent(
      /fewer seats than there are athletes/,
    );
  });

  it('stop at what somebody else has decided meanwhile, and say so', async () => {
    const { user, decided } = shown(formed, {
      'POST /api/screenings/s/decisions': () =>
        json({ code: 'decided-meanwhile', status: 409 }, 409),
    });
    await user.click(work());
    await user.click(await screen.findByRole('button', { name: 'Take over' }));
    expect(await screen.findByRole('alert')).not.toBeEmptyDOMElement();
    expect(decided).toHaveBeenCalledOnce();
  });
});
