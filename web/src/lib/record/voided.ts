import type { Schemas } from '../api/client';
import { GRADES } from '../words/judgement';
import { markAt, place, type Trial } from './book';

type Criterion = Schemas['Criterion'];

/** Aids under which a raised heel is planned. */
const RAISING = ['HEEL_PLATE', 'HEELED_SHOE', 'INNER_HEEL_WEDGE'];

const rank = (grade: (typeof GRADES)[number] | null) => GRADES.indexOf(grade ?? 'NONE');

/** What cannot be judged from a trial any more, since the heels came up, under the school of the protocol. */
export function voided(
  protocol: Pick<Schemas['Protocol'], 'policies' | 'rules'>,
  test: Schemas['TestDefinition'],
  trial: Trial,
): Criterion[] {
  const opened = trial.opened?.fact;
  const planned =
    opened?.kind === 'trialOpened' && opened.conditions.aids.some((a) => RAISING.includes(a.kind));
  if (planned || test.heels !== 'JUDGED' || protocol.policies['heelLift']?.value === 'GRADE_ONLY')
    return [];
  const lift = test.criteria
    .filter((c) => c.family === 'HEEL_LIFT')
    .flatMap((c) =>
      (c.extent === 'SIDED' ? (['LEFT', 'RIGHT'] as const) : [undefined]).map((side) =>
        rank(markAt(trial, place(c, side)).grade),
      ),
    );
  return Math.max(0, ...lift) >= rank(protocol.rules.heelLiftVoidsFrom)
    ? test.criteria.filter((c) => c.voidedByHeelLift)
    : [];
}
