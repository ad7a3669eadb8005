import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it } from 'vitest';
import { answer, answering } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import Ranking from './Ranking.svelte';

type View = Schemas['ResultControllerRankingView'];
type Athlete = View['groups'][number]['athletes'][number];
const ranking = answer<View>('ranking');

const athlete = (name: string, more: Partial<Athlete> = {}): Athlete => ({
  athlete: name,
  name,
  index: 88.2,
  low: 71,
  high: 93,
  from: 3,
  to: 14,
  attention: false,
  ...more,
});
const told: View = {
  ...ranking,
  reliability: 0.72,
  bands: 2,
  edges: [84],
  secondLook: 0.84,
  groups: [
    { band: 1, between: false, athletes: [athlete('Emil Eins', { from: 1, to: 1 })] },
    { band: 1, between: true, athletes: [athlete('Zoe Zwischen')] },
    { band: 2, between: false, athletes: [athlete('Gül Drei', { attention: true })] },
  ],
};

async function shown(view: View) {
  answering({ '/ranking': view });
  render(Ranking, { params: { id: view.screening.id } });
  await screen.findByRole('heading', { level: 1, name: 'Ranking' });
  return userEvent.setup();
}
const band = (key: string) => within(document.querySelector<HTMLElement>(`[data-band="${key}"]`)!);

describe('the ranking', () => {
  it('says how many groups the data tell apart, and what a second look would give', async () => {
    await shown(told);
    expect(await screen.findByTestId('told')).toHaveTextContent('The data tell 2 groups apart.');
    expect(screen.getByText(/Reliability 0\.72/)).toHaveTextContent('would give 0.84');
  });

  it('has place ranges in place of ranks, and shows whoever stands between two bands there', async () => {
    await shown(told);
    await screen.findByTestId('told');
    expect(band('1').getByRole('row', { name: /Emil Eins 88\.2 71–93 1$/ })).toBeVisible();
    expect(band('1-').getByRole('heading', { name: /^between band 1 and 2/ })).toBeVisible();
    expect(band('1-').getByRole('row', { name: /Zoe Zwischen .* 3 – 14$/ })).toBeVisible();
    expect(screen.queryByText(/percentile/i)).toBeNull();
  });

  it('names beside it whom a coach acts on, and who is not told apart', async () => {
    await shown(told);
    expect(await screen.findByTestId('attention')).toHaveTextContent('Gül Drei');
    expect(screen.getByTestId('attention')).not.toHaveTextContent('Emil');
    expect(screen.getByTestId('untold')).toHaveTextContent('Zoe Zwischen');
  });

  it('gives no order where the noise is larger than the differences', async () => {
    await shown({
      ...told,
      bands: 0,
      edges: [],
      groups: [{ between: false, athletes: [athlete('A'), athlete('B')] }],
    });
    expect(await screen.findByTestId('told')).toHaveTextContent('no bands, no order');
    expect(band('0').getByRole('heading', { name: /^not told apart, by name/ })).toBeVisible();
    expect(screen.getByTestId('untold')).toHaveTextContent('2');
  });

  it('keeps whoever has no index out of it, which is no last place', async () => {
    await shown(ranking);
    const out = (await screen.findByRole('heading', { name: 'Not ranked' })).closest('section')!;
    expect(within(out).getByText('No index is not a last place.')).toBeVisible();
    expect(within(out).getByText('Hugo Vier')).toBeVisible();
    expect(out).toHaveTextContent('not tested yet');
  });

  it('says so when nobody has an index yet', async () => {
    await shown({ ...ranking, groups: [] });
    expect(await screen.findByText('Nobody has an index yet.')).toBeVisible();
    expect(screen.queryByTestId('attention')).toBeNull();
  });

  it('shows the beginning of a long band and the rest on demand', async () => {
    const athletes = Array.from({ length: 70 }, (_, i) => athlete(`Athlete ${i}`));
    const user = await shown({ ...told, groups: [{ band: 1, between: false, athletes }] });
    expect(await screen.findByText('Athlete 11')).toBeVisible();
    expect(screen.queryByText('Athlete 12')).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Show 58 more' }));
    expect(screen.getByText('Athlete 69')).toBeVisible();
  });
});
