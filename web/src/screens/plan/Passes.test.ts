import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { tick } from 'svelte';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, json, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Passes from './Passes.svelte';

const { stations } = answer<Schemas['PlanControllerPlanView']>('plan').hall;
const pass = (more: object = {}) => ({
  id: 'p1',
  station: 'wall-test',
  helper: 'Jon',
  expiresAt: '2026-11-09T10:30:00Z',
  opens: true,
  ...more,
});
const lan = (more: object = {}) => ({ open: true, authorityCode: [], ...more });

async function opened(told: Parameters<typeof answering>[0] = {}, saved = true) {
  const sent: Sent[] = answering({ '/passes': [], '/lan': lan(), '/practice': [], ...told });
  const { component } = render(Passes, { screening: 's', stations, saved });
  (component as { open(): void }).open();
  await tick();
  await vi.waitFor(() => expect(sent).toHaveLength(3));
  return { user: userEvent.setup(), sent };
}
const create = () => screen.getByRole('button', { name: 'Create a code' });

describe('helpers’ codes', () => {
  it('wait until the plan is saved', async () => {
    await opened({}, false);
    expect(create()).toBeDisabled();
    expect(screen.getByText('Save the plan first.')).toBeVisible();
  });

  it('say before one is made that no phone could reach this machine', async () => {
    await opened({ '/lan': lan({ open: false }) });
    expect(await screen.findByText(/Start with --lan/)).toBeVisible();
  });

  it('are shown once, with the station, the helper and when they end', async () => {
    const { user, sent } = await opened({
      'POST /api/screenings/s/passes': {
        address: 'https://192.0.2.7:8443/#/join/abc',
        code: ['101', '010', '101'],
        pass: pass(),
      },
    });
    await user.selectOptions(screen.getByLabelText('Station'), 'wall-test');
    await user.type(screen.getByLabelText('Helper'), 'Jon');
    await user.click(create());
    const made = within(await screen.findByTestId('pass'));
    expect(made.getByRole('img', { name: 'Code for Ankle wall test' })).toBeVisible();
    expect(made.getByTestId('pass-address')).toHaveTextContent('/#/join/abc');
    expect(made.getByText(/For one phone/)).toBeVisible();
    expect(sent.find((s) => s.method === 'POST')!.body).toEqual({
      station: 'wall-test',
      helper: 'Jon',
      minutes: 90,
    });
    expect(screen.getByLabelText('Helper')).toHaveValue('');
  });

  it('can be revoked while they open, and say in what state they are', async () => {
    const all = [
      pass(),
      pass({ id: 'p2', helper: 'Ines', account: 'a2' }),
      pass({ id: 'p3', helper: 'Kim', opens: false }),
    ];
    const { user, sent } = await opened({
      'GET /api/screenings/s/passes': all,
      '/practice': [{ account: 'a2', score: { agreement: { percent: 81.4 } } }],
      'DELETE /api/screenings/s/passes/p1': () => new Response(null, { status: 204 }),
    });
    const line = (helper: string) => screen.getByText(helper).closest('li')!;
    await screen.findByText('Ines');
    expect(line('Jon')).toHaveTextContent('Ankle wall test not used yet');
    expect(line('Ines')).toHaveTextContent('in use, practised, 81 % right');
    expect(line('Kim')).toHaveTextContent('expired');
    expect(within(line('Kim')).queryByRole('button')).toBeNull();
    await user.click(within(line('Jon')).getByRole('button', { name: 'Revoke' }));
    await vi.waitFor(() => expect(sent.some((s) => s.method === 'DELETE')).toBe(true));
  });

  it('that the server refuses say why', async () => {
    const { user } = await opened({
      'POST /api/screenings/s/passes': () => json({ code: 'too-many-requests', status: 429 }, 429),
    });
    await user.type(screen.getByLabelText('Helper'), 'Jon');
    await user.click(create());
    expect(await screen.findByRole('alert')).not.toBeEmptyDOMElement();
    expect(screen.getByLabelText('Helper')).toHaveValue('Jon');
  });
});
