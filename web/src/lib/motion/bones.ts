import type { Landmark, Side } from './clip';

type Point =
  'EAR' | 'SHOULDER' | 'ELBOW' | 'WRIST' | 'HIP' | 'KNEE' | 'ANKLE' | 'HEEL' | 'SECOND_TOE';

const LIMBS: [Point, Point][] = [
  ['EAR', 'SHOULDER'],
  ['SHOULDER', 'ELBOW'],
  ['ELBOW', 'WRIST'],
  ['SHOULDER', 'HIP'],
  ['HIP', 'KNEE'],
  ['KNEE', 'ANKLE'],
  ['ANKLE', 'HEEL'],
  ['HEEL', 'SECOND_TOE'],
  ['ANKLE', 'SECOND_TOE'],
];

/** Lines between landmarks, with the side that they belong to; across the body they belong to none. */
export const BONES: { from: Landmark; to: Landmark; side?: Side; thin?: boolean }[] = [
  ...(['LEFT', 'RIGHT'] as const).flatMap((side) =>
    LIMBS.map(([from, to]) => ({
      from: `${side}_${from}` as Landmark,
      to: `${side}_${to}` as Landmark,
      side,
    })),
  ),
  ...(['LEFT', 'RIGHT'] as const).map((side) => ({
    from: `${side}_REAR_HIP_BONE` as Landmark,
    to: `${side}_FRONT_HIP_BONE` as Landmark,
    side,
    thin: true,
  })),
  { from: 'LEFT_SHOULDER', to: 'RIGHT_SHOULDER' },
  { from: 'LEFT_HIP', to: 'RIGHT_HIP' },
];

export const sideOf = (landmark: Landmark): Side | undefined =>
  landmark.startsWith('LEFT_') ? 'LEFT' : landmark.startsWith('RIGHT_') ? 'RIGHT' : undefined;

/** The landmarks that somebody marks by hand in a picture, from the head down. */
export function toMark(plane: 'FRONT' | 'SIDE', near: Side): Landmark[] {
  const points: Point[] = [
    'EAR',
    'SHOULDER',
    'ELBOW',
    'WRIST',
    'HIP',
    'KNEE',
    'ANKLE',
    'HEEL',
    'SECOND_TOE',
  ];
  const sides: Side[] = plane === 'FRONT' ? ['LEFT', 'RIGHT'] : [near];
  return sides.flatMap((side) =>
    points
      .filter(
        (p) => plane === 'SIDE' || (p !== 'EAR' && p !== 'HEEL' && p !== 'ELBOW' && p !== 'WRIST'),
      )
      .map((p) => `${side}_${p}` as Landmark),
  );
}

/** Where landmarks stand before they are moved to their places: an upright person, as shares of the picture. */
export function template(landmark: Landmark, plane: 'FRONT' | 'SIDE'): { x: number; y: number } {
  const point = landmark.replace(/^(LEFT|RIGHT)_/, '') as Point;
  const side = sideOf(landmark) === 'LEFT' ? 1 : -1;
  const height: Record<Point, number> = {
    EAR: 0.14,
    SHOULDER: 0.24,
    ELBOW: 0.38,
    WRIST: 0.5,
    HIP: 0.52,
    KNEE: 0.71,
    ANKLE: 0.9,
    HEEL: 0.93,
    SECOND_TOE: 0.93,
  };
  const apart: Record<Point, number> = {
    EAR: 0.03,
    SHOULDER: 0.08,
    ELBOW: 0.1,
    WRIST: 0.1,
    HIP: 0.05,
    KNEE: 0.055,
    ANKLE: 0.06,
    HEEL: 0.06,
    SECOND_TOE: 0.075,
  };
  const forward = point === 'HEEL' ? -0.03 : point === 'SECOND_TOE' ? 0.09 : 0;
  return { x: 0.5 + (plane === 'FRONT' ? side * apart[point] : forward), y: height[point] };
}
