import type { Film } from '../src/lib/motion/film';

/** A film of three frames: down and up, with a knee that goes so far aside. */
export const film = (aside: number, plane: Film['plane'] = 'FRONT'): Film => ({
  plane,
  frames: 3,
  rate: 8,
  paths: [
    { landmark: 'LEFT_HIP', across: [10, 10, 10], up: [900, 400, 880] },
    { landmark: 'LEFT_KNEE', across: [10, -aside, 10], up: [500, 450, 500] },
    { landmark: 'LEFT_EAR', across: [0, 0, 0], up: [1600, 1000, 1600] },
  ],
});
