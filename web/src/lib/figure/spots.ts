import type { Schemas } from '../api/client';
import type { Side, View } from '../words/judgement';

export type Pattern = Schemas['TestDefinition']['pattern'];

/** Where on the figure a criterion is marked. Coordinates in the figure's own 240 × 330 field. */
export interface Spot {
  criterion: string;
  side?: Side;
  x: number;
  y: number;
  /** Where its name stands; of a pair with one name between them, at one of the two. */
  name?: { x: number; y: number };
}

/** How far above a spot its name stands. */
const ABOVE = 22;
const above = (x: number, y: number) => ({ x, y: y - ABOVE });

/**
 * A pair on both sides, as seen from the front: the athlete's right is on the observer's left.
 *
 * @param between how high the one name for both stands between them; else each has its own above it
 */
function pair(criterion: string, x: number, y: number, between?: number): Spot[] {
  return [
    {
      criterion,
      side: 'RIGHT',
      x,
      y,
      name: between === undefined ? above(x, y) : { x: 120, y: between },
    },
    {
      criterion,
      side: 'LEFT',
      x: 240 - x,
      y,
      ...(between === undefined && { name: above(240 - x, y) }),
    },
  ];
}

/** From the side both legs stand in one place; left above right. */
function stacked(criterion: string, x: number, y: number): Spot[] {
  return [
    { criterion, side: 'LEFT', x, y, name: above(x + 21, y) },
    { criterion, side: 'RIGHT', x: x + 43, y },
  ];
}

const behind = (spots: Spot[]) =>
  spots.map((s) => ({
    ...s,
    x: 240 - s.x,
    ...(s.name && { name: { x: 240 - s.name.x, y: s.name.y } }),
  }));

const SQUAT_FRONT: Spot[] = [
  ...pair('knee-line', 58, 222, 228),
  ...pair('arch', 95, 282, 262),
  ...pair('turn-out', 46, 302),
  ...pair('drift', 26, 172),
  ...pair('drop', 93, 182, 158),
];

const LUNGE_FRONT: Spot[] = [
  ...pair('knee-line', 78, 226, 231),
  ...pair('arch', 92, 286, 264),
  ...pair('drop', 94, 174, 150),
  ...pair('rotation', 40, 174),
  ...pair('still', 66, 110),
];

const FIGURES: Partial<Record<Pattern, Partial<Record<View, Spot[]>>>> = {
  SQUAT: {
    FRONT: SQUAT_FRONT,
    SIDE: [
      { criterion: 'arms', x: 196, y: 50, name: { x: 214, y: 80 } },
      { criterion: 'head', x: 158, y: 98, name: { x: 196, y: 101 } },
      { criterion: 'trunk', x: 104, y: 132, name: { x: 60, y: 128 } },
      { criterion: 'descent', x: 192, y: 166, name: { x: 192, y: 196 } },
      { criterion: 'low-back', x: 52, y: 182, name: above(46, 182) },
      { criterion: 'depth', x: 112, y: 222, name: { x: 118, y: 252 } },
      { criterion: 'heels', side: 'LEFT', x: 52, y: 298, name: above(58, 296) },
      { criterion: 'heels', side: 'RIGHT', x: 100, y: 306 },
    ],
    BACK: [
      ...behind(SQUAT_FRONT.filter((s) => ['arch', 'drift', 'drop'].includes(s.criterion))),
      ...behind(pair('heels', 62, 302)).map((s) => ({
        ...s,
        name: { x: s.x < 120 ? s.x - 26 : s.x + 26, y: 276 },
      })),
    ],
  },
  LUNGE: {
    FRONT: LUNGE_FRONT,
    SIDE: [
      ...stacked('trunk', 58, 104),
      ...stacked('low-back', 42, 160),
      ...stacked('front-load', 146, 236),
      ...stacked('front-heel', 128, 300),
      ...stacked('step', 40, 236),
    ],
    BACK: behind(LUNGE_FRONT.filter((s) => ['arch', 'drop', 'rotation'].includes(s.criterion))),
  },
  BALANCE: {
    FRONT: [
      ...pair('knee-line', 76, 228, 204),
      ...pair('tripod', 80, 296),
      ...pair('drop', 72, 170),
      ...pair('still', 72, 106),
    ],
  },
};

export function spotsOf(view: View, pattern: Pattern): Spot[] {
  return FIGURES[pattern]?.[view] ?? [];
}

/** Whether anything of a test can be marked on the figure. */
export function hasSpots(view: View, pattern: Pattern, criteria: Schemas['Criterion'][]): boolean {
  return spotsOf(view, pattern).some((s) => criteria.some((c) => c.id === s.criterion));
}
