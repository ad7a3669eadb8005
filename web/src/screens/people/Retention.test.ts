import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { answering } from '../../../tests/answers';
import { session, type Me } from '../../lib/session.svelte';
import Retention from './Retention.svelte';

const me = (role: Me['role']): Me => ({ id: 'i', name: 'Ines', role, organisation: 'Hall' });
const old = {
  months: 12,
  before: '2025-12-01',
  screenings: [{ id: 's1', name: 'Autumn', team: 'Class 8b', heldOn: '2024-10-01' }],
  athletes: [{ id: 'a1', name: 'Ada Grün', team: 'Class 8b' }],
};

function house() {
  return answering({
    'GET /api/retention': (sent) =>
      sent.query.get('months') ? old : { screenings: [], athletes: [] },
    'PUT /api/retention': old,
  });
}

describe('how long data are kept', () => {
  afterEach(() => (session.me = null));

  it('shows what would be erased, and erases it only after that was confirmed', async () => {
    session.me = me('OWNER');
    const sent = house();
    render(Retention);
    const user = userEvent.setup();
    await user.selectOptions(await screen.findByLabelText('Keep data'), '12 months');
    expect(await screen.findByText(/Autumn · Class 8b/)).toBeVisible();
    expect(screen.getByText(/Ada Grün · Class 8b/)).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'Save' }));
    expect(sent.some((s) => s.method === 'PUT')).toBe(false);
    await user.click(screen.getByRole('button', { name: 'Erase it and keep it so' }));
    await vi.waitFor(() =>
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({ months: 12 }),
    );
    expect(await screen.findByRole('status')).toHaveTextContent('Erased: 1 screenings, 1 athletes');
  });

  it('lets a lead look and not choose', async () => {
    session.me = me('LEAD');
    house();
    render(Retention);
    const user = userEvent.setup();
    await user.selectOptions(await screen.findByLabelText('Keep data'), '12 months');
    expect(await screen.findByText(/Autumn · Class 8b/)).toBeVisible();
    expect(screen.queryByRole('button', { name: 'Save' })).toBeNull();
    expect(screen.getByText('Only an owner changes this.')).toBeVisible();
  });
});
