import { render, screen, within } from '@testing-library/svelte';
import { tick } from 'svelte';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { film } from '../../../tests/film';
import { station } from '../../../tests/protocol';
import { GRADES } from '../words/judgement';
import { CLOSEUPS } from './closeups';
import GradeSheet from './GradeSheet.svelte';
import { sightOf } from '../motion/film';
import type { Picture, Pictures } from './pictures';

const { screening, protocol } = station(['Ada']);
const squat = protocol.tests[0]!;
const picture = (grade: Picture['grade'], value: number): Picture => ({
  grade,
  value,
  film: film(value),
});
const knees: Pictures = {
  criterion: 'knee-line',
  plane: 'FRONT',
  unit: 'percent of foot length',
  grades: GRADES.map((grade, i) => picture(grade, 15 * i)),
};

async function opened(criterion: string | null) {
  const { component } = render(GradeSheet, { screening, test: squat });
  (component as { open(criterion: string | null): void }).open(criterion);
  await tick();
}

beforeEach(() =>
  vi.stubGlobal('fetch', () =>
    Promise.resolve(
      new Response(JSON.stringify([knees]), { headers: { 'Content-Type': 'application/json' } }),
    ),
  ),
);

describe('what the grades look like', () => {
  it('shows the four of what was touched, with what is measured at each', async () => {
    await opened('knee-line');
    const sheet = within(screen.getByRole('dialog', { name: 'What the grades look like' }));
    expect(await sheet.findByText('45.0 % of foot length')).toBeVisible();
    expect(sheet.getAllByRole('heading', { level: 3 })).toHaveLength(1);
    expect(sheet.getAllByRole('figure')).toHaveLength(4);
  });

  it('shows everything that is marked by eye on one sheet, drawn from near where a skeleton does not show it', async () => {
    await opened(null);
    await screen.findByText('Knee line');
    const names = screen.getAllByRole('heading', { level: 3 }).map((h) => h.textContent);
    expect(names).toEqual(expect.arrayContaining(['Knee line', 'Arch', 'Head']));
  });

  it('says without a network which pictures are missing, and shows those it can draw itself', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')));
    await opened(null);
    expect(await screen.findByRole('alert')).toHaveTextContent('not on this device yet');
    expect(screen.getByText('Arch')).toBeVisible();
    expect(screen.queryByText('Knee line')).toBeNull();
  });

  it.each(Object.entries(CLOSEUPS))('draws %s further from clean with each grade', (_, draw) => {
    const points = (amount: number) => draw(amount).flatMap((s) => s.points);
    const away = (amount: number) =>
      points(amount).reduce(
        (sum, [x, y], i) => sum + Math.hypot(x - points(0)[i]![0], y - points(0)[i]![1]),
        0,
      );
    expect(away(0.33)).toBeGreaterThan(0);
    expect(away(0.66)).toBeGreaterThan(away(0.33));
    expect(away(1)).toBeGreaterThan(away(0.66));
  });

  it('stands all grades on one scale', () => {
    const all = knees.grades.map((g) => g.film);
    expect(sightOf(all, 1, true).height).toBeLessThan(sightOf(all, 1, false).height);
    expect(sightOf(all, 1, true).left).toBe(sightOf(all, -1, true).left - 35);
  });
});
