import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import { say } from '../../lib/words/words';
import Lanes from './Lanes.svelte';
import Sheets from './Sheets.svelte';

const plan = answer<Schemas['PlanControllerPlanView']>('plan');
const station = answer<Schemas['StationStationView']>('station');

/** How many columns a row of a table fills. */
const width = (row: HTMLElement) =>
  [...row.querySelectorAll('td, th')].reduce(
    (sum, c) => sum + Number(c.getAttribute('colspan') ?? 1),
    0,
  );

describe('the sheets on paper', () => {
  async function shown() {
    answering();
    const print = vi.fn();
    vi.stubGlobal('print', print);
    render(Sheets, { params: { id: station.screening.id } });
    await screen.findByRole('heading', { name: /^Overhead squat · S/ });
    return { tables: screen.getAllByRole('table'), print };
  }

  it('have a timetable and a sheet for each station, with room for every value', async () => {
    const { tables } = await shown();
    expect(tables).toHaveLength(1 + plan.hall.stations.length);
    for (const sheet of tables.slice(1)) {
      const [head, , first] = within(sheet).getAllByRole('row');
      expect(width(first!)).toBe(width(head!));
    }
    const wall = tables.at(-1)!;
    expect(within(wall).getAllByRole('columnheader', { name: /(^|\s)L$/ }).length).toBe(
      within(wall).getAllByRole('columnheader', { name: /(^|\s)R$/ }).length,
    );
  });

  it('say at each start when it is, and the words that are allowed', async () => {
    const { tables, print } = await shown();
    const row = within(tables[0]!).getByRole('row', { name: /^Ada G\./ });
    expect(row).toHaveTextContent('0:00');
    for (const words of station.protocol.tests[0]!.allowedWords)
      expect(screen.getByText(new RegExp(say(words).replace(/[.?]/g, '\\$&')))).toBeVisible();
    await userEvent.setup().click(screen.getByRole('button', { name: 'Print' }));
    expect(print).toHaveBeenCalledOnce();
  });
});

describe('the lanes of a timetable', () => {
  it('show the whole way of one athlete, in the order of the day', async () => {
    render(Lanes, {
      timetable: plan.flow,
      stations: plan.hall.stations,
      athletes: plan.athletes,
    });
    const user = userEvent.setup();
    await user.selectOptions(screen.getByLabelText(/Way of/), 'Ada G.');
    const way = screen.getByText(/→/).textContent.split(' → ');
    const starts = way.map((stop) => /^(\d+):(\d\d)/.exec(stop)!).map(([, m, s]) => +m! * 60 + +s!);
    expect(way).toHaveLength(plan.flow.slots.filter((s) => s.athlete === 0).length);
    expect(starts).toEqual([...starts].sort((a, b) => a - b));
    await user.selectOptions(screen.getByLabelText(/Way of/), 'nobody');
    expect(screen.queryByText(/→/)).toBeNull();
  });
});
