import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import { keys } from '../../lib/keys/keys.svelte';
import type { Schemas } from '../../lib/api/client';
import Groups from './Groups.svelte';

type View = Schemas['GroupsGroupsView'];
const groups = answer<View>('groups');
const placed = groups.groups.find((g) => g.members.length)!;
const ada = placed.members[0]!;

async function shown(view: View = groups) {
  answering({ '/groups': view, '/groups/fit': { kind: 'here' } });
  render(Groups, { params: { id: view.screening.id } });
  await screen.findByRole('heading', { level: 1, name: 'Groups' });
  await screen.findAllByText(ada.name);
  return userEvent.setup();
}
const wall = () => document.querySelector<HTMLElement>(`[data-focus="${placed.focus}"]`)!;
const tag = () => within(wall()).getByRole('button', { name: new RegExp(ada.name) });

describe('the wall bars', () => {
  it('hold everybody once: on a rung, or among those without a place', async () => {
    await shown();
    const everybody = [...groups.groups.flatMap((g) => g.members), ...groups.open].map(
      (x) => x.athlete,
    );
    const tags = [...document.querySelectorAll<HTMLElement>('[data-tag]')].map(
      (t) => t.dataset['tag'],
    );
    expect(tags.sort()).toEqual(everybody.sort());
    expect(within(wall()).getByText(/^1 athlete$|^\d+ athletes$/)).toBeVisible();
  });

  it('say why somebody has no place, which is no shame', async () => {
    await shown();
    const open = screen.getByRole('heading', { name: 'No place yet' }).closest('section')!;
    for (const member of groups.open) expect(open).toHaveTextContent(member.name);
    expect(open).toHaveTextContent('not tested yet');
  });

  it('open an athlete by touch, by Enter and by the key for moving', async () => {
    const user = await shown();
    const dialog = () => screen.queryByRole('dialog');
    await user.click(tag());
    expect(dialog()).toBeVisible();
    await user.click(within(dialog()!).getByRole('button', { name: /Cancel|Close/ }));
    tag().focus();
    await user.keyboard('{Enter}');
    expect(dialog()).toBeVisible();
    await user.click(within(dialog()!).getByRole('button', { name: /Cancel|Close/ }));
    tag().focus();
    const press = new KeyboardEvent('keydown', { key: 'm' });
    Object.defineProperty(press, 'target', { value: tag() });
    keys.handle(press);
    expect(await screen.findByRole('dialog')).toBeVisible();
  });

  it('mark what the lead decided, and what is older than the facts', async () => {
    const decision = { id: 'd', kind: 'LOCK', place: ada.place, reason: '', author: 'Momo' };
    const decided = { ...ada, decision, outdated: true };
    await shown({
      ...groups,
      groups: groups.groups.map((g) =>
        g === placed ? { ...g, members: [decided, ...g.members.slice(1)] } : g,
      ),
    } as View);
    expect(within(tag()).getByTitle('locked')).toBeInTheDocument();
    expect(tag()).toHaveTextContent('!');
  });
});
