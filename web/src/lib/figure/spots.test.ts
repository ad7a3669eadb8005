import { readFileSync } from 'node:fs';
import { render, screen } from '@testing-library/svelte';
import userEvent from '@testing-library/user-event';
import { describe, expect, it, vi } from 'vitest';
import type { Schemas } from '../api/client';
import Figure from './Figure.svelte';
import { spotsOf, type Pattern, type Spot } from './spots';

type Battery = {
  tests: (Omit<Schemas['TestDefinition'], 'criteria'> & { criteria: { criterion: string }[] })[];
  criteria: Schemas['Criterion'][];
};
const battery = JSON.parse(
  readFileSync('../core/src/main/resources/rangordnung/protocols/battery.5.json', 'utf8'),
) as Battery;
const all = (['SQUAT', 'LUNGE', 'BALANCE'] as Pattern[]).flatMap((pattern) =>
  (['FRONT', 'SIDE', 'BACK'] as const).map((view) => ({ pattern, view })),
);

describe('the spots of the figure', () => {
  it.each(all)('of $pattern from $view belong to criteria of the battery', ({ pattern, view }) => {
    const ids = battery.criteria.map((c) => c.id);
    for (const spot of spotsOf(view, pattern)) expect(ids).toContain(spot.criterion);
  });

  it.each(all)('of $pattern from $view lie apart and inside', ({ pattern, view }) => {
    const spots = spotsOf(view, pattern);
    for (const [i, a] of spots.entries()) {
      expect(a.x).toBeGreaterThan(17);
      expect(a.x).toBeLessThan(223);
      for (const b of spots.slice(i + 1))
        expect([a, b, Math.hypot(a.x - b.x, a.y - b.y) >= 17]).toEqual([a, b, true]);
    }
  });

  it('have the right of the athlete on the left of whoever faces them, and not from behind', () => {
    const at = (view: 'FRONT' | 'BACK', side: Spot['side']) =>
      spotsOf(view, 'SQUAT').find((s) => s.criterion === 'arch' && s.side === side)!.x;
    expect(at('FRONT', 'RIGHT')).toBeLessThan(at('FRONT', 'LEFT'));
    expect(at('BACK', 'RIGHT')).toBeGreaterThan(at('BACK', 'LEFT'));
  });
});

describe('the figure', () => {
  const props = {
    view: 'FRONT' as const,
    cell: (spot: Spot) =>
      spot.criterion === 'arch'
        ? ('MARKED' as const)
        : spot.criterion === 'drop'
          ? null
          : ('NONE' as const),
    name: (id: string) => id,
  };

  it('is tapped by finger and by keyboard, and says what each spot shows', async () => {
    const tap = vi.fn();
    render(Figure, { ...props, tap });
    const user = userEvent.setup();
    const left = screen.getByRole('button', { name: 'arch left: marked' });
    await user.click(left);
    left.focus();
    await user.keyboard('{Enter} ');
    expect(tap.mock.calls.map(([s]) => (s as Spot).side)).toEqual(['LEFT', 'LEFT', 'LEFT']);
    expect(screen.queryByRole('button', { name: /^drop/ })).toBeNull();
  });

  it('shows of a finished trial only what was found', () => {
    render(Figure, props);
    expect(screen.queryAllByRole('button')).toEqual([]);
    expect(screen.getAllByRole('img').map((s) => s.getAttribute('aria-label'))).toEqual([
      'arch right: marked',
      'arch left: marked',
    ]);
  });
});
