import type { Schemas } from '../../lib/api/client';

export type Athlete = Schemas['FollowUpControllerAskedAthlete'];
type Look = Schemas['LookAgainLook'];

/** One look of one athlete. */
export const keyOf = (athlete: Athlete, look: Look): string =>
  `${athlete.athlete} ${look.kind} ${look.test}`;

const looks = (asked: Athlete[], chosen: ReadonlySet<string>): Look[] =>
  asked.flatMap((athlete) =>
    athlete.looks.flatMap(({ look }) => (chosen.has(keyOf(athlete, look)) ? [look] : [])),
  );

/** Minutes that what was chosen takes one rater. */
export const minutesOf = (asked: Athlete[], chosen: ReadonlySet<string>): number =>
  Math.ceil(looks(asked, chosen).reduce((sum, look) => sum + look.seconds, 0) / 60);

/** How many looks each test gets. */
export function perTest(
  asked: Athlete[],
  chosen: ReadonlySet<string>,
): { test: string; looks: number }[] {
  const counts = new Map<string, number>();
  for (const { test } of looks(asked, chosen)) counts.set(test, (counts.get(test) ?? 0) + 1);
  return [...counts].map(([test, looks]) => ({ test, looks }));
}
