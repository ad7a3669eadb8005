/** A line of a drawing: its points, and whether it is the ground or something else that stays as it is. */
export interface Stroke {
  points: readonly (readonly [number, number])[];
  kind?: 'ground' | 'other' | 'mark';
  closed?: boolean;
}

/** How far from clean each grade is drawn (house convention). */
export const AMOUNT = { NONE: 0, SLIGHT: 0.33, MARKED: 0.66, SEVERE: 1 };

type Draw = (amount: number) => Stroke[];

const between = (a: number, b: number, t: number) => a + (b - a) * t;
const turned = (x: number, y: number, degrees: number): readonly [number, number] => {
  const a = (degrees * Math.PI) / 180;
  return [50 + x * Math.cos(a) - y * Math.sin(a), 50 + x * Math.sin(a) + y * Math.cos(a)];
};
const GROUND: Stroke = {
  points: [
    [4, 90],
    [96, 90],
  ],
  kind: 'ground',
};

/**
 * What a skeleton does not show, drawn by hand in a field of 100 × 100 with an amount from 0, clean, to 1, severe (common
 * practice, no source).
 */
export const CLOSEUPS: Record<string, Draw> = {
  /** A foot from the inner side: the arch sinks to the floor. */
  arch: (t) => [
    GROUND,
    {
      points: [
        [12, 86],
        [14, 62],
        [26, 40],
        [38, 40],
        [48, 56],
        [72, 68],
        [90, 78],
        [92, 86],
      ],
    },
    {
      points: [
        [12, 86],
        [26, 88],
        [40, between(70, 87, t)],
        [56, between(70, 87, t)],
        [72, 88],
        [92, 86],
      ],
      kind: 'mark',
    },
  ],
  /** From the side: the ear leaves the line above the shoulder. */
  head: (t) => [
    {
      points: [
        [46, 100],
        [46, 8],
      ],
      kind: 'other',
    },
    {
      points: [
        [30, 100],
        [46, 62],
        [between(46, 66, t), 40],
      ],
    },
    { points: circle(between(46, 72, t), between(28, 34, t), 16), closed: true },
    { points: circle(between(44, 68, t), between(28, 34, t), 2.5), closed: true, kind: 'mark' },
  ],
  /** From above, front foot ahead: the pelvis turns away from the rear leg. */
  rotation: (t) => [
    {
      points: [
        [50, 4],
        [50, 96],
      ],
      kind: 'other',
    },
    { points: [turned(-30, 0, 0), turned(30, 0, 0)], kind: 'other' },
    {
      points: [
        turned(-32, -8, 28 * t),
        turned(32, -8, 28 * t),
        turned(32, 8, 28 * t),
        turned(-32, 8, 28 * t),
      ],
      closed: true,
      kind: 'mark',
    },
    {
      points: [
        [22, 8],
        [34, 8],
        [34, 30],
        [22, 30],
      ],
      closed: true,
    },
    {
      points: [
        [66, 72],
        [78, 72],
        [78, 94],
        [66, 94],
      ],
      closed: true,
    },
  ],
  /** A lunge from the side: the weight stays over the rear leg. */
  'front-load': (t) => {
    const x = between(56, 36, t);
    return [
      GROUND,
      {
        points: [
          [x, 18],
          [x, 52],
          [78, 60],
          [74, 88],
          [88, 88],
        ],
      },
      {
        points: [
          [x, 52],
          [between(36, 30, t), 80],
          [12, 84],
          [10, 90],
        ],
      },
      { points: circle(x, 9, 7), closed: true },
      {
        points: [
          [x, 60],
          [x, 88],
        ],
        kind: 'mark',
      },
    ];
  },
  /** A foot as it lands: heel first, then flatter, then on the toes. */
  step: (t) => [
    GROUND,
    { points: foot(between(-18, 24, t)), closed: true, kind: 'mark' },
    { points: [ankle(between(-18, 24, t)), [between(30, 44, t), 8]] },
  ],
  /** The first third of the way down: hips and knees together, then one of them alone. */
  descent: (t) => [
    GROUND,
    {
      points: [
        [between(44, 54, t), 20],
        [between(40, 54, t), between(54, 56, t)],
        [between(60, 78, t), between(68, 70, t)],
        [52, 88],
        [66, 88],
      ],
      kind: 'mark',
    },
    { points: circle(between(47, 54, t), 10, 7), closed: true },
  ],
  /** The sole from below: one of its three points loses the floor. */
  tripod: (t) => [
    {
      points: [
        [38, 92],
        [30, 60],
        [26, 30],
        [40, 14],
        [62, 18],
        [70, 34],
        [60, 60],
        [58, 92],
      ],
      closed: true,
    },
    { points: circle(48, 84, 8), closed: true, kind: 'mark' },
    { points: circle(36, 30, between(8, 1.5, t)), closed: true, kind: 'mark' },
    { points: circle(62, 34, 8), closed: true, kind: 'mark' },
  ],
  /** One leg from the front: the trunk leaves the upright and the arms help. */
  still: (t) => [
    GROUND,
    {
      points: [
        [50, 88],
        [50, 54],
      ],
    },
    {
      points: [
        [50, 54],
        [between(50, 66, t), 24],
      ],
      kind: 'mark',
    },
    { points: circle(between(50, 72, t), 14, 7), closed: true },
    {
      points: [
        [between(50, 64, t), 30],
        [between(42, 26, t), between(46, 26, t)],
      ],
    },
    {
      points: [
        [between(50, 64, t), 30],
        [between(58, 92, t), between(46, 34, t)],
      ],
    },
    {
      points: [
        [50, 54],
        [62, 68],
        [58, 80],
      ],
    },
  ],
};

function circle(x: number, y: number, r: number): [number, number][] {
  return Array.from({ length: 16 }, (_, i) => {
    const a = (i * Math.PI) / 8;
    return [x + r * Math.cos(a), y + r * Math.sin(a)];
  });
}

/** A foot turned about whichever end is on the floor: up to 0 the heel, above it the toes. */
function foot(degrees: number): [number, number][] {
  const shape = [
    [0, 0],
    [52, 0],
    [52, -6],
    [18, -20],
    [0, -20],
  ] as const;
  const about = degrees < 0 ? 0 : 52;
  const a = (degrees * Math.PI) / 180;
  return shape.map(([x, y]) => [
    24 + about + (x - about) * Math.cos(a) - y * Math.sin(a),
    88 + (x - about) * Math.sin(a) + y * Math.cos(a),
  ]);
}

function ankle(degrees: number): [number, number] {
  const all = foot(degrees);
  return [
    ((all[3]?.[0] ?? 0) + (all[4]?.[0] ?? 0)) / 2,
    ((all[3]?.[1] ?? 0) + (all[4]?.[1] ?? 0)) / 2,
  ];
}
