import type { Schemas } from '../api/client';

/** A simulated athlete as a figure is drawn from it. */
export type Film = Schemas['Film'];

/** What is drawn of films together, in millimetres. */
export interface Sight {
  left: number;
  top: number;
  width: number;
  height: number;
}

/** Millimetres around the figure, for its head and its line. */
const MARGIN = 120;

/** The frame in which the hip is lowest, shown while nothing moves. */
export function bottomOf(film: Film): number {
  const up = film.paths.find((p) => p.landmark === 'LEFT_HIP')?.up ?? [];
  return up.reduce((low, z, i) => (z < (up[low] ?? 0) ? i : low), 0);
}

/** What films cover together, with the floor at 0: while they move, or at the bottom. */
export function sightOf(films: Film[], across: 1 | -1, still: boolean): Sight {
  let [left, right, top] = [0, 0, 0];
  for (const film of films) {
    const frames = still ? [bottomOf(film)] : Array.from({ length: film.frames }, (_, f) => f);
    for (const path of film.paths)
      for (const f of frames) {
        const x = across * (path.across[f] ?? 0);
        [left, right] = [Math.min(left, x), Math.max(right, x)];
        top = Math.min(top, -(path.up[f] ?? 0));
      }
  }
  return {
    left: left - MARGIN,
    top: top - MARGIN,
    width: right - left + 2 * MARGIN,
    height: MARGIN - top + MARGIN / 2,
  };
}

/** The frame at a time, over and over. */
export const frameAt = (film: Film, seconds: number) =>
  Math.floor(seconds * film.rate) % film.frames;
