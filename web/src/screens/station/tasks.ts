import type { Schemas } from '../../lib/api/client';
import type { Side } from '../../lib/words/judgement';

type Criterion = Schemas['Criterion'];

/** What fills a phone's screen at once: everything that is marked by eye, or one measurement, where it is large of one side. */
export interface Task {
  criterion?: Criterion;
  side?: Side;
}

const SIDES = ['LEFT', 'RIGHT'] as const;

/** Whether both sides of a measurement would not fit one phone's screen. */
function large({ extent, gauge }: Criterion): boolean {
  if (extent !== 'SIDED' || !gauge) return false;
  return gauge.instrument === 'CLOCK' || gauge.parts.length > 1;
}

export function tasksOf(criteria: Criterion[]): Task[] {
  const measured = criteria.filter((c) => c.gauge);
  return [
    ...(measured.length < criteria.length ? [{}] : []),
    ...measured.flatMap((criterion) =>
      large(criterion) ? SIDES.map((side) => ({ criterion, side })) : [{ criterion }],
    ),
  ];
}
