import type { Clip } from '../src/lib/motion/clip';

/** A clip from the side in which nothing moves. */
export function clip(frames: number): Clip {
  const fill = (v: number) => new Array<number>(frames).fill(v);
  return {
    plane: 'SIDE',
    rate: 30,
    frames,
    metresPerUnit: 1,
    paths: [
      { landmark: 'LEFT_KNEE', x: fill(0.1), y: [], z: fill(0.5), confidence: fill(0.9) },
      { landmark: 'LEFT_HIP', x: fill(-0.2), y: [], z: fill(0.5), confidence: fill(0.9) },
    ],
  };
}
