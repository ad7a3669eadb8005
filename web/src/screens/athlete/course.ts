import type { Schemas } from '../../lib/api/client';

export type Course = Schemas['Course'];
export type Seen = Schemas['CourseSeen'];
type Sided = 'left' | 'right';

/** One dot of a small chart. */
export interface Dot {
  screen: number;
  alike: boolean;
  seen: Seen;
}

/** What was told of one side, the oldest first. */
export const dots = (course: Course, side: Sided): Dot[] =>
  course.points.flatMap((point) => {
    const seen = point.grades[side];
    return seen ? [{ screen: point.screen, alike: point.alike, seen }] : [];
  });

/** Whether there is anything to draw: a fault at some date, and two dates at least. */
export function drawn(course: Course): boolean {
  const all = [...dots(course, 'left'), ...dots(course, 'right')];
  return all.some((d) => d.seen.grade !== 'NONE') && new Set(all.map((d) => d.screen)).size > 1;
}

/** Criteria of which nothing was seen at several dates. */
export const clean = (course: Course): boolean =>
  !drawn(course) && new Set(dots(course, 'left').map((d) => d.screen)).size > 1;

/** Where days stand on a line from 0 to 1. */
export function along(days: string[]): number[] {
  const at = days.map((d) => Date.parse(d));
  const [first, last] = [Math.min(...at), Math.max(...at)];
  return at.map((t) => (last === first ? 0.5 : (t - first) / (last - first)));
}
