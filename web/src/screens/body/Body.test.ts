import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it, vi, type MockInstance } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import { outbox } from '../../lib/outbox/outbox.svelte';
import Body from './Body.svelte';

const station = answer<Schemas['StationStationView']>('station');
const model = answer<Schemas['BodyModelControllerBodyResponse']>('body-model');
const ada = station.queue.find((q) => q.shortName === 'Ada G.')!;
let sent: Sent[];
let put: MockInstance<typeof outbox.put>;

async function shown() {
  render(Body, {});
  await screen.findByTestId('answer');
  return userEvent.setup();
}

const asked = () => sent.filter((s) => s.path === '/api/body-model').at(-1)!.body;

beforeEach(() => {
  put = vi.spyOn(outbox, 'put').mockImplementation(() => undefined);
  sent = answering({
    '/body-model': model,
    '/today': { screenings: [{ screening: station.screening, athletes: 4 }], teams: [] },
    '/body': { ...answer<object>('body-start'), stature: 171, ankle: { left: 22 }, thigh: 44 },
  });
});

describe('the body model', () => {
  it('says how deep the body gets and what ends it', async () => {
    await shown();
    expect(screen.getByTestId('answer')).toHaveTextContent('Thigh ends 13.5° above parallel');
    expect(screen.getByTestId('answer')).toHaveTextContent('Ankle and hip end it together');
    expect(screen.getByTestId('answer')).toHaveTextContent(/One more degree of ankle: .*° deeper/);
    expect(screen.getByTestId('answer')).toHaveTextContent(/Reaches the target: \d+ in 100/);
    expect(screen.getByTestId('answer')).toHaveTextContent('The left ankle is the stiffer one');
    expect(screen.getByText('5° more ankle')).toBeVisible();
  });

  it('stands where the athlete’s own values are once one was chosen', async () => {
    const user = await shown();
    await user.selectOptions(screen.getByLabelText('Screening'), 'S');
    await user.selectOptions(await screen.findByLabelText('Athlete'), ada.id);
    await vi.waitFor(() => expect(screen.getByLabelText('Height, number')).toHaveValue(171));
    await vi.waitFor(() => expect(asked()).toMatchObject({ stature: 171, ankle: { left: 22 } }));
    expect((asked() as { thigh: number }).thigh).toBeCloseTo(44, 0);
  });

  it('keeps nothing that nobody has measured', async () => {
    sent = answering({
      '/body-model': model,
      '/today': { screenings: [{ screening: station.screening, athletes: 4 }], teams: [] },
      '/body': answer<object>('body-start'),
    });
    const user = await shown();
    await user.selectOptions(screen.getByLabelText('Screening'), 'S');
    await user.selectOptions(await screen.findByLabelText('Athlete'), ada.id);
    expect(await screen.findByRole('button', { name: 'Save to screening' })).toBeDisabled();
    expect(put).not.toHaveBeenCalled();
  });

  it('saves to the screening what was measured, and only that', async () => {
    const user = await shown();
    await user.selectOptions(screen.getByLabelText('Screening'), 'S');
    await user.selectOptions(await screen.findByLabelText('Athlete'), ada.id);
    await vi.waitFor(() => expect(screen.getByLabelText('Height, number')).toHaveValue(171));
    await user.click(screen.getByRole('button', { name: 'Save to screening' }));
    expect(put).toHaveBeenCalledOnce();
    const [into, facts] = put.mock.calls[0]!;
    expect(into).toBe(station.screening.id);
    expect(facts[0]).toMatchObject({ athlete: ada.id });
    expect(Object.keys(facts[0]!.fact)).toEqual(['kind', 'thigh']);
  });

  it('puts two settings side by side', async () => {
    const user = await shown();
    await user.click(screen.getByRole('button', { name: 'Keep for comparison' }));
    expect(screen.getByText(/^Kept: Thigh ends/)).toBeVisible();
    await user.click(screen.getByRole('button', { name: 'End the comparison' }));
    expect(screen.queryByText(/^Kept: Thigh ends/)).toBeNull();
  });
});
