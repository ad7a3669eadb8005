import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Ranking from './Ranking.svelte';

type View = Schemas['ResultControllerRankingView'];
const ranking = answer<View>('ranking');

async function shown(view: View = ranking) {
  answering({ '/ranking': view });
  render(Ranking, { params: { id: view.screening.id } });
  await screen.findByRole('heading', { level: 1, name: 'Ranking' });
  return userEvent.setup();
}

describe('the ranking', () => {
  it('puts those together whom the data cannot tell apart, and says how far that goes', async () => {
    await shown();
    const first = (await screen.findByRole('heading', { name: /band 1/ })).closest('li')!;
    expect(within(first).getByRole('row', { name: /Emil Eins 100\.0/ })).toBeVisible();
    expect(within(first).getByRole('row', { name: /Frida Zwei/ })).toBeVisible();
    expect(within(first).queryByText('Gül Drei')).toBeNull();
    expect(screen.getByText(/points apart are not told apart/)).toBeVisible();
  });

  it('keeps whoever has no index out of it, which is no last place', async () => {
    await shown();
    const out = (await screen.findByRole('heading', { name: 'Not ranked' })).closest('section')!;
    expect(within(out).getByText('No index is not a last place.')).toBeVisible();
    expect(within(out).getByText('Hugo Vier')).toBeVisible();
    expect(out).toHaveTextContent('not tested yet');
  });

  it('says so when nobody has an index yet', async () => {
    await shown({ ...ranking, bands: [] });
    expect(await screen.findByText('Nobody has an index yet.')).toBeVisible();
    expect(screen.queryByRole('list', { name: 'The bands at a glance' })).toBeNull();
  });

  it('shows the beginning of a long band and the rest on demand', async () => {
    const one = ranking.bands[0]!.athletes[0]!;
    const athletes = Array.from({ length: 70 }, (_, i) => ({
      ...one,
      athlete: `a${i}`,
      name: `Athlete ${i}`,
    }));
    const user = await shown({ ...ranking, bands: [{ number: 1, athletes }] });
    expect(await screen.findByText('Athlete 11')).toBeVisible();
    expect(screen.queryByText('Athlete 12')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Show 58 more' }));
    expect(screen.getByText('Athlete 69')).toBeVisible();
  });
});
