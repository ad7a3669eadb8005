import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { beforeEach, describe, expect, it } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Results from './Results.svelte';

const results = answer<Schemas['ResultControllerStripsView']>('results');
const id = results.screening.id;

async function shown() {
  render(Results, { params: { id } });
  await screen.findByRole('link', { name: 'Ada Grün' });
  return userEvent.setup();
}

const names = () =>
  screen
    .getAllByRole('rowheader')
    .map((cell) => within(cell).getByRole('link').textContent?.trim());

describe('results', () => {
  beforeEach(() => answering());

  it('shows everybody with what was seen of them, and care first', async () => {
    await shown();
    expect(names()).toEqual(['Ada Grün', 'Bo Weiß', 'Cem Rot', 'Dana Blau']);
    expect(screen.getByRole('status')).toHaveTextContent('4 of 4');
    const cem = screen.getByRole('row', { name: /Cem Rot/ });
    expect(within(cem).getByText('Pain reported')).toBeVisible();
    expect(within(cem).getByText('stopped for pain')).toBeVisible();
    const ada = screen.getByRole('row', { name: /Ada Grün/ });
    expect(within(ada).getByLabelText('Heel lift left: marked')).toBeVisible();
    expect(within(ada).getByLabelText('Heel lift right: slight')).toBeVisible();
  });

  it.each([
    ['with a fault seen', ['Ada Grün', 'Cem Rot']],
    ['with pain reported', ['Cem Rot']],
    ['without an index', ['Ada Grün', 'Bo Weiß', 'Cem Rot', 'Dana Blau']],
  ])('shows only those %s', async (choice, expected) => {
    const user = await shown();
    await user.selectOptions(screen.getByLabelText('Show'), choice);
    expect(names()).toEqual(expected);
  });

  it('finds by name, and says so when nobody fits', async () => {
    const user = await shown();
    await user.type(screen.getByLabelText('Search'), 'weiß');
    expect(names()).toEqual(['Bo Weiß']);
    await user.clear(screen.getByLabelText('Search'));
    await user.type(screen.getByLabelText('Search'), 'nobody');
    expect(screen.getByText('Nobody fits this choice.')).toBeVisible();
  });

  it('brings the worst of a criterion to the top, and shows one test alone', async () => {
    const user = await shown();
    await user.click(screen.getAllByRole('button', { name: /^Heel lift/ })[0]!);
    expect(names()[0]).toBe('Ada Grün');
    await user.selectOptions(screen.getByLabelText('Test'), 'Ankle wall test');
    expect(screen.queryByRole('button', { name: /^Heel lift/ })).toBeNull();
    expect(screen.getByRole('button', { name: /Ankle at the wall/ })).toBeVisible();
  });
});
