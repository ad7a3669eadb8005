import type { Clip, Landmark, Path } from '../motion/clip';
import type { PosePoint } from './engine';

export type Facing = 'TOWARD' | 'AWAY' | 'RIGHT' | 'LEFT';

/** Where our landmarks stand among the 33 of common body pose networks. */
export const PLACES: [Landmark, number][] = (
  [
    ['EAR', 7],
    ['SHOULDER', 11],
    ['ELBOW', 13],
    ['WRIST', 15],
    ['HIP', 23],
    ['KNEE', 25],
    ['ANKLE', 27],
    ['HEEL', 29],
    ['SECOND_TOE', 31],
  ] as const
).flatMap(([point, index]) => [
  [`LEFT_${point}` as Landmark, index],
  [`RIGHT_${point}` as Landmark, index + 1],
]);

export const planeOf = (facing: Facing): 'FRONT' | 'SIDE' =>
  facing === 'TOWARD' || facing === 'AWAY' ? 'FRONT' : 'SIDE';

/** Whether the picture's right is the athlete's left or front, or against it. */
export const acrossOf = (facing: Facing): 1 | -1 =>
  facing === 'AWAY' || facing === 'LEFT' ? -1 : 1;

/** Who looks to the picture's right is seen from their right side. */
export const nearOf = (facing: Facing): 'LEFT' | 'RIGHT' | undefined =>
  facing === 'RIGHT' || facing === 'LEFT' ? facing : undefined;

/** What a network found, frame by frame, as a clip in pixels of the picture. */
export function clipOf(
  frames: (PosePoint[] | null)[],
  rate: number,
  size: { width: number; height: number },
  facing: Facing,
): Clip {
  const plane = planeOf(facing);
  const across = acrossOf(facing);
  const paths: Path[] = PLACES.map(([landmark, index]) => {
    const at = (f: PosePoint[] | null) => f?.[index];
    const line = frames.map((f) => across * (at(f)?.x ?? 0) * size.width);
    return {
      landmark,
      x: plane === 'SIDE' ? line : [],
      y: plane === 'FRONT' ? line : [],
      z: frames.map((f) => -(at(f)?.y ?? 0) * size.height),
      confidence: frames.map((f) => Math.min(1, Math.max(0, at(f)?.visibility ?? 0))),
    };
  });
  return { plane, rate, frames: frames.length, paths };
}
