import type { Schemas } from '../../lib/api/client';
import { markAt, place, seen, type Trial } from '../../lib/record/book';
import { GRADES, type Grade, type Side } from '../../lib/words/judgement';
import type { Station, Test } from './line.svelte';

type Criterion = Schemas['Criterion'];
type Conditions = Schemas['Conditions'];
type Retest = Schemas['Retest'];

/** A retest that would tell the causes of what was marked apart. */
export interface Offer {
  retest: Retest;
  experienced: boolean;
}

/** Retests for what was marked in a trial, best first. */
export function offers(station: Station, test: Test, trial: Trial): Offer[] {
  const faulty = new Set(
    [...trial.marks.values()].flatMap((f) =>
      f.fact.kind === 'marked' && f.fact.grade !== 'NONE' ? [f.fact.criterion] : [],
    ),
  );
  const families = new Set(test.criteria.filter((c) => faulty.has(c.id)).map((c) => c.family));
  const all = station.offers.filter((o) => o.test === test.id && families.has(o.family));
  const late = new Set(all.flatMap((o) => o.experiencedOnly));
  return [...new Set(all.flatMap((o) => o.retests))].flatMap((id) => {
    const retest = station.protocol.retests.find((r) => r.id === id);
    return retest ? [{ retest, experienced: late.has(id) }] : [];
  });
}

/** The baseline's conditions with the one thing changed that the retest asks for, by as much as the protocol says. */
export function changed(before: Conditions, retest: Retest): Conditions {
  const [first, second] = retest.starts.map((s) => s.value);
  if (retest.aid) {
    const height = first === undefined ? {} : { heightCentimetres: first };
    return { ...before, aids: [...before.aids, { kind: retest.aid, ...height }] };
  }
  if (retest.load) return { ...before, load: { position: retest.load, kilograms: first ?? 0 } };
  if (!retest.stance) return before;
  // What was not taken in the baseline cannot be changed by so much; the rater writes it down.
  const { stanceCentimetres: width, turnOut } = before;
  return {
    ...before,
    ...(width !== undefined && { stanceCentimetres: width + (first ?? 0) }),
    turnOut: {
      ...(turnOut.left !== undefined && { left: turnOut.left + (second ?? 0) }),
      ...(turnOut.right !== undefined && { right: turnOut.right + (second ?? 0) }),
    },
  };
}

/** A thing that was marked, before and with the change. */
export interface Compared {
  criterion: Criterion;
  side: Side | undefined;
  before: Grade;
  now: Grade;
  beyond: boolean;
}

/**
 * What a retest did to each thing that was marked, and whether that is more than noise.
 *
 * @param noise grades that lie within it
 */
export function compared(
  retest: Retest | undefined,
  baseline: { test: Test; trial: Trial },
  again: { test: Test; trial: Trial },
  noise: number,
): Compared[] {
  return baseline.test.criteria.flatMap((criterion) => {
    const same = again.test.criteria.find((c) => c.id === criterion.id);
    // under a plate the heels tell nothing; what counts is what stands above them
    const raised = criterion.family === 'HEEL_LIFT' && retest?.aid === 'HEEL_PLATE';
    if (!same || criterion.gauge || raised) return [];
    const sides: (Side | undefined)[] =
      criterion.extent === 'SIDED' ? ['LEFT', 'RIGHT'] : [undefined];
    return sides.flatMap((side) => {
      const before = markAt(baseline.trial, place(criterion, side)).grade ?? 'NONE';
      const looked = same.views.some((v) => seen(again.trial, v));
      const now = markAt(again.trial, place(same, side)).grade ?? (looked ? 'NONE' : null);
      if (now === null || (before === 'NONE' && now === 'NONE')) return [];
      const apart = Math.abs(GRADES.indexOf(before) - GRADES.indexOf(now));
      return [{ criterion, side, before, now, beyond: apart >= noise }];
    });
  });
}
