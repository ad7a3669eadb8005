import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { tick } from 'svelte';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, json } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import AthleteDialog from './AthleteDialog.svelte';

type View = Schemas['RostersAthleteView'];
const ada = answer<{ athletes: View[] }>('team').athletes[0]!;

async function opened(athlete: View | null, told: Parameters<typeof answering>[0] = {}) {
  const sent = answering({ '/athletes': {}, [`/athletes/${ada.id}`]: {}, ...told });
  const saved = vi.fn(() => Promise.resolve());
  const { component } = render(AthleteDialog, { saved });
  (component as { open(team: string, athlete: View | null): void }).open('t', athlete);
  await tick();
  return { user: userEvent.setup(), sent, saved };
}

const save = () => screen.getByRole('button', { name: 'Save' });

describe('an athlete of the roster', () => {
  it('is added with what was filled in and nothing else', async () => {
    const { user, sent, saved } = await opened(null);
    await user.type(screen.getByLabelText('Given name'), 'Ida');
    await user.type(screen.getByLabelText('Height (cm)'), '158.5');
    await user.click(save());
    await vi.waitFor(() => expect(saved).toHaveBeenCalledOnce());
    expect(sent.at(-1)).toMatchObject({ method: 'POST', path: '/api/teams/t/athletes' });
    expect(sent.at(-1)!.body).toEqual({
      givenName: 'Ida',
      familyName: '',
      clearance: 'NOT_ASKED',
      heightCm: 158.5,
    });
  });

  it('is changed under the version that was read, with the date and the role of a clearance', async () => {
    const { user, sent } = await opened({ ...ada, version: 3 });
    await user.selectOptions(screen.getByLabelText(/^Clearance/), 'cleared');
    await user.type(screen.getByLabelText('Date'), '2026-11-02');
    await user.type(screen.getByLabelText('By which role'), 'school doctor');
    await user.click(save());
    expect(sent.at(-1)).toMatchObject({
      method: 'PUT',
      body: {
        version: 3,
        record: {
          givenName: 'Ada',
          clearance: 'CLEARED',
          clearedOn: '2026-11-02',
          clearedBy: 'school doctor',
        },
      },
    });
  });

  it('shows what somebody else has changed, and saves on top of it', async () => {
    let times = 0;
    const { user, sent } = await opened(ada, {
      [`/athletes/${ada.id}`]: () =>
        times++
          ? {}
          : json({ code: 'changed-meanwhile', status: 409, now: { ...ada, version: 8 } }, 409),
    });
    await user.click(save());
    expect(await screen.findByRole('alert')).toHaveTextContent('Somebody else changed this');
    await user.click(save());
    expect(sent.at(-1)!.body).toMatchObject({ version: 8 });
  });

  it('is erased only after a second question', async () => {
    const { user, sent, saved } = await opened(ada);
    await user.click(screen.getByRole('button', { name: 'Erase …' }));
    expect(sent).toHaveLength(0);
    expect(screen.getByText(/goes for good/)).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'Erase for good' }));
    await vi.waitFor(() => expect(saved).toHaveBeenCalledOnce());
    expect(sent.at(-1)).toMatchObject({ method: 'DELETE', path: `/api/athletes/${ada.id}` });
  });
});
