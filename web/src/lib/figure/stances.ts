import type { Pattern } from './spots';

/** A part of the body that a step of the set-up is about, from the feet up. */
export type Part = 'feet' | 'arch' | 'knees' | 'pelvis' | 'shoulders' | 'head';

/** How a person stands before the first repetition: lines of the body, and where its parts are, in a field of 100 × 300. */
export interface Stance {
  head: readonly [number, number];
  lines: string;
  parts: Record<Part, readonly [number, number]>;
}

const UPRIGHT = {
  feet: [50, 286],
  arch: [50, 262],
  knees: [50, 216],
  pelvis: [50, 158],
  shoulders: [50, 98],
  head: [50, 66],
} as const;

const STANDING: Stance = {
  head: [50, 66],
  lines:
    'M32 94h36l-5 64H37zM32 94 22 20M68 94 78 20M40 158v118M60 158v118M40 276l-6 10M60 276l6 10',
  parts: UPRIGHT,
};

/** Split from the side, the front foot to the right. */
const SPLIT: Stance = {
  head: [44, 66],
  lines: 'M44 88v76l34 42-4 78M44 164 36 228 10 268M74 284h18M10 268l-4 16M44 98l18 32-18 16',
  parts: {
    feet: [76, 286],
    arch: [76, 268],
    knees: [76, 210],
    pelvis: [44, 164],
    shoulders: [44, 100],
    head: [44, 66],
  },
};

const ONE_LEG: Stance = {
  head: [50, 66],
  lines:
    'M32 94h36l-5 64H37zM32 94l-8 40 20 18M68 94l8 40-20 18M44 158v118M58 158l18 46-14 36M44 276l-8 10h16',
  parts: { ...UPRIGHT, feet: [44, 286], arch: [44, 262], knees: [44, 216] },
};

/** Half kneeling, the toes before a wall on the right. */
const HALF_KNEELING: Stance = {
  head: [38, 108],
  lines: 'M36 130v72l42 6-16 76M36 202l-6 80H8M62 284h20M36 142l38 16M94 60v226',
  parts: {
    feet: [72, 286],
    arch: [72, 266],
    knees: [80, 208],
    pelvis: [36, 202],
    shoulders: [36, 140],
    head: [38, 108],
  },
};

export const STANCES: Record<Pattern, Stance> = {
  SQUAT: STANDING,
  LUNGE: SPLIT,
  BALANCE: ONE_LEG,
  ANKLE: HALF_KNEELING,
};
