import type { Schemas } from '../api/client';
import type { Side, View } from '../words/judgement';

export type Pattern = Schemas['TestDefinition']['pattern'];

/** Where on the figure a criterion is marked. Coordinates in the figure's own 240 × 330 field. */
export interface Spot {
  criterion: string;
  side?: Side;
  x: number;
  y: number;
}

/** A pair on both sides, as seen from the front: the athlete's right is on the observer's left. */
function pair(criterion: string, x: number, y: number): Spot[] {
  return [
    { criterion, side: 'RIGHT', x, y },
    { criterion, side: 'LEFT', x: 240 - x, y },
  ];
}

/** From the side both legs stand in one place; left above right. */
function stacked(criterion: string, x: number, y: number): Spot[] {
  return [
    { criterion, side: 'LEFT', x, y },
    { criterion, side: 'RIGHT', x: x + 42, y },
  ];
}

const behind = (spots: Spot[]) => spots.map((s) => ({ ...s, x: 240 - s.x }));

const SQUAT_FRONT: Spot[] = [
  ...pair('knee-line', 58, 222),
  ...pair('arch', 95, 282),
  ...pair('turn-out', 46, 302),
  ...pair('drift', 26, 172),
  ...pair('drop', 93, 182),
];

const LUNGE_FRONT: Spot[] = [
  ...pair('knee-line', 78, 226),
  ...pair('arch', 92, 286),
  ...pair('drop', 94, 174),
  ...pair('rotation', 40, 174),
  ...pair('still', 66, 110),
];

const FIGURES: Partial<Record<Pattern, Partial<Record<View, Spot[]>>>> = {
  SQUAT: {
    FRONT: SQUAT_FRONT,
    SIDE: [
      { criterion: 'arms', x: 196, y: 36 },
      { criterion: 'head', x: 158, y: 98 },
      { criterion: 'trunk', x: 104, y: 132 },
      { criterion: 'low-back', x: 52, y: 182 },
      { criterion: 'depth', x: 112, y: 222 },
      { criterion: 'heels', side: 'LEFT', x: 52, y: 298 },
      { criterion: 'heels', side: 'RIGHT', x: 100, y: 306 },
    ],
    BACK: [
      ...behind(SQUAT_FRONT.filter((s) => ['arch', 'drift', 'drop'].includes(s.criterion))),
      ...behind(pair('heels', 62, 302)),
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
      ...pair('knee-line', 76, 228),
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
