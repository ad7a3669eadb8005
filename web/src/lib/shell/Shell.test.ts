import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { createRawSnippet } from 'svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { answering, type Sent } from '../../../tests/answers';
import { keys } from '../keys/keys.svelte';
import { outbox } from '../outbox/outbox.svelte';
import { session, type Me } from '../session.svelte';
import Shell from './Shell.svelte';

const LEAD: Me = { id: 'me', name: 'Momo Lind', role: 'LEAD', organisation: 'Hall' };
const children = createRawSnippet(() => ({
  render: () => '<label>Reason <input /></label>',
}));
let sent: Sent[];

function shown(me: Partial<Me> = {}) {
  session.me = { ...LEAD, ...me };
  sent = answering({ 'GET /api/session': { setupNeeded: false, demo: false } });
  render(Shell, { children });
  return userEvent.setup();
}

beforeEach(() => (session.me = null));

describe('the house around every screen', () => {
  it.each([
    ['a lead', {}, 'Today Rosters Measuring Body model Protocols Halls People'],
    ['a rater', { role: 'RATER' }, 'Today'],
    ['a helper', { role: 'HELPER', opened: { screening: 's', station: 'x' } }, ''],
  ] as const)('shows %s the ways they may go', (_, me, ways) => {
    shown(me);
    const nav = screen.getAllByRole('navigation', { name: 'Main' })[0]!;
    const links = [...nav.querySelectorAll('a')].map((a) => a.textContent);
    expect(links.join(' ')).toBe(ways);
  });

  it('says on every screen that it is no diagnosis', () => {
    shown();
    expect(screen.getByRole('contentinfo')).toHaveTextContent(/diagnos/i);
  });

  it('opens its help with its keys on a question mark, which a field keeps for itself', async () => {
    const user = shown();
    const stop = keys.use([{ keys: ['n'], label: 'Next athlete', does: () => undefined }]);
    await user.type(screen.getByLabelText('Reason'), 'why?');
    expect(screen.getByLabelText('Reason')).toHaveValue('why?');
    expect(screen.queryByRole('dialog')).toBeNull();
    (document.activeElement as HTMLElement).blur();
    await user.keyboard('?');
    expect(screen.getByRole('dialog', { name: 'Help' })).toHaveTextContent('Next athlete');
    stop();
  });

  it('keeps the keys of the screen that came, not of the one that goes', () => {
    const does = vi.fn();
    const leave = keys.use([{ keys: ['a'], label: 'old', does: vi.fn() }]);
    const stop = keys.use([{ keys: ['b'], label: 'new', does }]);
    leave();
    keys.handle(new KeyboardEvent('keydown', { key: 'b' }));
    expect(does).toHaveBeenCalledOnce();
    stop();
    expect(keys.list).toEqual([]);
  });

  it('signs out at once when nothing waits, and asks first when something does', async () => {
    const own = vi.spyOn(outbox, 'own', 'get').mockReturnValue([{}, {}] as typeof outbox.own);
    const user = shown();
    await user.click(screen.getByRole('button', { name: 'Sign out' }));
    expect(screen.getByRole('dialog')).toHaveTextContent('Not sent yet: 2.');
    await user.click(screen.getByRole('button', { name: 'Stay signed in' }));
    expect(sent).toEqual([]);

    own.mockReturnValue([]);
    await user.click(screen.getAllByRole('button', { name: 'Sign out' })[0]!);
    await vi.waitFor(() => expect(session.me).toBeNull());
  });
});
