import type { Side, View } from '../words/judgement';

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

const FRONT: Spot[] = [
  ...pair('knee-line', 58, 222),
  ...pair('arch', 95, 282),
  ...pair('turn-out', 46, 302),
  ...pair('drift', 26, 172),
  ...pair('drop', 93, 182),
];

export const SPOTS: Record<View, Spot[]> = {
  FRONT,
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
    ...FRONT.filter((s) => ['arch', 'drift', 'drop'].includes(s.criterion)).map((s) => ({
      ...s,
      x: 240 - s.x,
    })),
    ...pair('heels', 62, 302).map((s) => ({ ...s, x: 240 - s.x })),
  ],
};
