import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, json, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Plan from './Plan.svelte';

const plan = answer<Schemas['PlanControllerPlanView']>('plan');
const id = answer<Schemas['StationStationView']>('station').screening.id;
type Hall = Schemas['HallSetup'];
let sent: Sent[];

const tried = () => sent.filter((s) => s.method === 'POST' && s.path.endsWith('/plan'));
const last = () => tried().at(-1)!.body as Hall;

async function shown(told: Parameters<typeof answering>[0] = {}) {
  sent = answering({ '/hall': plan.hall, '/passes': [], ...told });
  render(Plan, { params: { id } });
  await screen.findByRole('button', { name: 'Add a station' });
  return userEvent.setup();
}

describe('a hall plan', () => {
  it('shows each station of the protocol, and nothing to save yet', async () => {
    await shown();
    for (const station of plan.hall.stations)
      expect(screen.getAllByDisplayValue(station.name.en)[0]).toBeVisible();
    expect(screen.getByRole('button', { name: 'Saved' })).toBeDisabled();
  });

  it('tries every change at once and keeps it only when asked', async () => {
    const user = await shown();
    await user.click(screen.getByRole('button', { name: 'Remove Door' }));
    await user.click(screen.getByRole('button', { name: 'Add a station' }));
    await vi.waitFor(() =>
      expect(last().stations.at(-1)).toMatchObject({ checkIn: true, tests: [] }),
    );
    expect(last().stations).toHaveLength(plan.hall.stations.length);
    expect(sent.some((s) => s.method === 'PUT')).toBe(false);

    await user.click(screen.getByRole('button', { name: 'Save' }));
    await vi.waitFor(() => expect(sent.some((s) => s.method === 'PUT')).toBe(true));
    expect(await screen.findByRole('button', { name: 'Saved' })).toBeDisabled();
  });

  it('says how far it is from the soonest, and what one more place or rater would save', async () => {
    const flow = { ...plan.flow, finish: 1265, lowerBound: 1255, proven: false };
    const door = plan.hall.stations[0]!;
    await shown({
      [`/screenings/${id}/plan`]: { ...plan, flow },
      '/plan/savings': [
        { station: door.id, least: 20, most: 45 },
        { least: 30, most: 30 },
      ],
    });
    expect(await screen.findByText('at most 0:10 sooner is possible')).toBeVisible();
    expect(await screen.findByText('−0:20 to −0:45')).toBeVisible();
    expect(screen.getByText('−0:30')).toBeVisible();
  });

  it('lets a test stand at one station only', async () => {
    const user = await shown();
    const [, first, second] = plan.hall.stations;
    const box = within(screen.getByRole('group', { name: second!.name.en })).getByLabelText(
      first!.name.en,
    );
    await user.click(box);
    await vi.waitFor(() => expect(tried().length).toBeGreaterThan(0));
    const tests = last().stations.map((s) => s.tests);
    expect(tests[1]).toEqual([]);
    expect(tests[2]).toEqual([...second!.tests, ...first!.tests]);
  });

  it('says what is wrong with a plan and keeps the last timetable', async () => {
    const user = await shown({
      'POST /api/screenings/00000000-0000-0000-0000-000000000001/plan': () =>
        json({ code: 'station-empty', status: 400 }, 400),
    });
    await user.click(screen.getByRole('button', { name: 'Add a station' }));
    expect(await screen.findByRole('alert')).toHaveTextContent('A station has nothing to do');
    expect(screen.getByRole('button', { name: 'Save' })).toBeDisabled();
  });
});
