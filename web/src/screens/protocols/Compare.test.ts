import { render, screen, within } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import { answer, answering, type Sent } from '../../../tests/answers';
import type { Schemas } from '../../lib/api/client';
import { say } from '../../lib/words/words';
import Compare from './Compare.svelte';

const mine = answer<Schemas['Protocol']>('protocol');
const board = answer<Schemas['BoardBoardView']>('board');
const other: Schemas['Protocol'] = {
  ...mine,
  id: 'deep-school',
  version: 2,
  name: { en: 'Deep school', de: 'Tiefe Schule' },
  policies: {
    ...mine.policies,
    depth: {
      ...mine.policies['depth']!,
      value: 'ALWAYS_DEEP',
      reason: { en: 'Depth is kept.', de: '' },
    },
  },
};
const line = (p: Schemas['Protocol']) => ({ id: p.id, version: p.version, name: p.name });
const view = {
  one: line(mine),
  other: line(other),
  athletes: 3,
  onlyOne: [{ test: mine.tests.at(-1)!.name }],
  onlyOther: [],
  moved: [
    {
      athlete: 'a1',
      name: 'Ada Grün',
      one: { index: 91.2, band: 1 },
      other: { index: 84, band: 2 },
      grades: [{ criterion: 'depth', one: 'NONE', other: 'MARKED' }],
    },
  ],
};

async function compared() {
  const sent: Sent[] = answering({
    '/board': board,
    '/protocols': [line(mine), line(other)],
    '/battery': { questions: [{ id: 'depth', name: { en: 'Depth', de: 'Tiefe' } }] },
    '/protocols/deep-school/2': other,
    '/schools': view,
    '/schools/season': {
      from: '2026-08-01',
      to: '2026-12-01',
      screenings: [
        { screening: board.screening, compared: view },
        { screening: { ...board.screening, id: 's2' }, compared: { ...view, moved: [] } },
      ],
    },
    '/protocol': {},
  });
  render(Compare, { params: { id: board.screening.id } });
  const user = userEvent.setup();
  await user.selectOptions(await screen.findByRole('combobox'), 'deep-school/2');
  await screen.findByTestId('moved');
  return { user, sent };
}

describe('two approaches to one screening', () => {
  it('show where they differ, whom it moves and why, and change nothing', async () => {
    const { sent } = await compared();
    const differ = screen.getByRole('heading', { name: 'Where the approaches differ' });
    expect(within(differ.closest('section')!).getAllByRole('row')).toHaveLength(1);
    expect(differ.closest('section')).toHaveTextContent('Depth is kept.');
    expect(screen.getByTestId('moved')).toHaveTextContent('1 of 3 would stand elsewhere.');
    expect(
      screen.getByRole('row', { name: /Ada Grün 91\.2 .* 84\.0 .* none → marked/ }),
    ).toBeVisible();
    expect(screen.getByText(/Only in .*, and so not compared/)).toHaveTextContent(
      say(mine.tests.at(-1)!.name),
    );
    expect(sent.every((s) => s.method === 'GET')).toBe(true);
  });

  it('judge a whole season again, and rewrite nothing', async () => {
    const { user, sent } = await compared();
    await user.click(screen.getByRole('button', { name: 'Judge the season' }));
    const season = screen.getByTestId('season');
    expect(await within(season).findByText(/^In 2 screenings, 1 of 6 results/)).toBeVisible();
    expect(within(season).getByText('1 of 3')).toBeVisible();
    expect(within(season).getByText('0 of 3')).toBeVisible();
    expect(sent.every((s) => s.method === 'GET')).toBe(true);
  });

  it('are adopted only when asked', async () => {
    const { user, sent } = await compared();
    await user.click(screen.getByRole('button', { name: /^Judge this screening by it/ }));
    await vi.waitFor(() =>
      expect(sent.find((s) => s.method === 'PUT')?.body).toEqual({
        protocol: 'deep-school',
        version: 2,
      }),
    );
    expect(await screen.findByText(/From now on judged by it/)).toBeVisible();
  });
});
