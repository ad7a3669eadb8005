import type { Schemas } from '../api/client';
import type { Grade, Phase, Side, View } from '../words/judgement';

/** A fact as a device sends it. */
export type FactSent = Schemas['FactsFactSent'];

/** A fact with whoever wrote it. */
export type Known = FactSent & { author: string };

type Measured = Extract<FactSent['fact'], { kind: 'measured' }>;

/** What deciding about standing needs. */
type Stated = Pick<FactSent, 'id' | 'supersedes'> & { fact: Pick<FactSent['fact'], 'kind'> };

/** Which trial is meant: the plain one of a test, or one in which one thing was changed. */
export interface Slot {
  test: string;
  retest: string | null;
  /** Only what this account wrote, for a second look that does not know the first. */
  by: string | null;
}

/** What a rater has written about one athlete in the trial at hand, read from the facts. Nothing is judged here. */
export interface Trial {
  id: string | null;
  opened: Known | null;
  marks: Map<string, Known>;
  values: Map<string, Known>;
  closed: { view: View; side: Side | undefined; sent: Known }[];
  flags: Map<Schemas['FactTrialFlagged']['flag'], Known>;
  pains: Known[];
  attendance: Schemas['FactAttended']['attendance'] | null;
  asked: Schemas['FactAsked'] | null;
  legs: Partial<Record<Side, number>>;
  /** What can be undone, in order, for taking back the last one. */
  undoable: Known[];
}

/** A criterion on a side; a directed criterion has one place, whatever its direction. */
export function place(criterion: Schemas['Criterion'], side: Side | undefined): string {
  return criterion.extent === 'SIDED' ? `${criterion.id} ${side}` : criterion.id;
}

/** One attempt at one part of a criterion. */
export function attemptAt(at: string, part: string, attempt: number): string {
  return `${at} ${part} ${attempt}`;
}

/** Facts that are neither corrected nor removed nor taken back; what can be undone is the same with the removals. */
export function standing<F extends Stated>(facts: F[]): F[] {
  return undoable(facts).filter((f) => f.fact.kind !== 'removed');
}

/**
 * What stands, and the removals that stand: a correction replaces what it names, a removal leaves nothing of it, and
 * taking one of them back restores what was there before.
 */
function undoable<F extends Stated>(facts: F[]): F[] {
  const takenBack = new Set<string>();
  for (const f of facts.toReversed()) {
    if (f.fact.kind === 'withdrawn' && f.supersedes && !takenBack.has(f.id))
      takenBack.add(f.supersedes);
  }
  const written = facts.filter((f) => f.fact.kind !== 'withdrawn' && !takenBack.has(f.id));
  const corrected = new Set(written.map((f) => f.supersedes));
  return written.filter((f) => !corrected.has(f.id));
}

/** Reads the latest trial of a slot out of an athlete's facts, oldest first. */
export function read(test: Schemas['TestDefinition'], facts: Known[], slot?: Partial<Slot>): Trial {
  const kept = standing(facts);
  const trial: Trial = {
    id: null,
    opened: null,
    marks: new Map(),
    values: new Map(),
    closed: [],
    flags: new Map(),
    pains: [],
    attendance: null,
    asked: null,
    legs: {},
    undoable: undoable(facts),
  };
  for (const sent of kept) {
    const fact = sent.fact;
    if (fact.kind === 'trialOpened' && meant(fact, sent.author, test, slot))
      [trial.id, trial.opened] = [fact.trial, sent];
    if (fact.kind === 'attended') trial.attendance = fact.attendance;
    if (fact.kind === 'asked') trial.asked = fact;
    if (fact.kind === 'legMeasured') trial.legs[fact.side] = fact.centimetres;
    if (fact.kind === 'painReported') trial.pains.push(sent);
  }
  const criteria = new Map(test.criteria.map((c) => [c.id, c]));
  for (const sent of kept) {
    const fact = sent.fact;
    if (!('trial' in fact) || fact.trial !== trial.id) continue;
    if (fact.kind === 'marked' || fact.kind === 'couldNotTell') {
      const criterion = criteria.get(fact.criterion);
      if (criterion) trial.marks.set(place(criterion, fact.side), sent);
    } else if (fact.kind === 'measured') {
      const criterion = criteria.get(fact.criterion);
      if (criterion)
        trial.values.set(
          attemptAt(place(criterion, fact.side), fact.measure, fact.repetition),
          sent,
        );
    } else if (fact.kind === 'viewClosed')
      trial.closed.push({ view: fact.view, side: fact.side, sent });
    else if (fact.kind === 'trialFlagged') trial.flags.set(fact.flag, sent);
  }
  return trial;
}

function meant(
  fact: Schemas['FactTrialOpened'],
  author: string,
  test: Schemas['TestDefinition'],
  slot: Partial<Slot> | undefined,
): boolean {
  return (
    fact.test === test.id &&
    (fact.retest?.retest ?? null) === (slot?.retest ?? null) &&
    (!slot?.by || author === slot.by)
  );
}

export interface Mark {
  grade: Grade | null;
  unclear: boolean;
  variant?: string | undefined;
  side?: Side | undefined;
  worst?: Grade | undefined;
  phase?: Phase | undefined;
}

/** What is marked at a place. */
export function markAt(trial: Trial, at: string): Mark {
  const fact = trial.marks.get(at)?.fact;
  if (fact?.kind === 'marked') {
    return {
      grade: fact.grade,
      unclear: false,
      variant: fact.variant,
      side: fact.side,
      worst: fact.worst,
      phase: fact.phase,
    };
  }
  return { grade: null, unclear: fact?.kind === 'couldNotTell' };
}

/** What was measured at one attempt. */
export function valueAt(trial: Trial, at: string, part: string, attempt: number): Measured | null {
  const fact = trial.values.get(attemptAt(at, part, attempt))?.fact;
  return fact?.kind === 'measured' ? fact : null;
}

/** The views of a trial that were seen to their end. */
interface Seen {
  closed: { view: View; side?: Side | undefined }[];
}

/** Whether a view was seen to its end, of both legs. */
export function seen(trial: Seen, view: View): boolean {
  const of = trial.closed.filter((c) => c.view === view);
  return of.some((c) => !c.side) || new Set(of.map((c) => c.side)).size === 2;
}

/** Whether every required view was seen. */
export function complete(
  test: Pick<Schemas['TestDefinition'], 'requiredViews'>,
  trial: Seen,
): boolean {
  return test.requiredViews.every((view) => seen(trial, view));
}

/** Whether the report stops the athlete, by the limit of the protocol and the signs that always stop. */
export function stops(
  report: Schemas['PainReport'],
  from: number,
  stoppingSigns: string[],
): boolean {
  return report.intensity >= from || report.signs.some((s) => stoppingSigns.includes(s));
}

export type State = Schemas['StationQueued']['state'];

/** Where an athlete is in the queue, by what this device knows. */
export function state(
  tests: Pick<Schemas['TestDefinition'], 'id' | 'requiredViews'>[],
  facts: Known[],
  stopped: boolean,
  cleared: boolean,
  checkIn = false,
): State {
  const kept = standing(facts);
  const of = <K extends FactSent['fact']['kind']>(kind: K) =>
    kept.flatMap((f) =>
      f.fact.kind === kind ? [f.fact as Extract<FactSent['fact'], { kind: K }>] : [],
    );
  const said = of('attended').at(-1)?.attendance ?? null;
  if (stopped) return 'STOPPED';
  if (said === 'ABSENT') return 'ABSENT';
  if (!cleared || said === 'EXCUSED' || said === 'UNWELL') return 'EXCUSED';
  const opened = of('trialOpened').filter((o) => tests.some((t) => t.id === o.test));
  const closed = of('viewClosed');
  const whole = tests.every((test) =>
    opened.some(
      (o) =>
        o.test === test.id &&
        !o.retest &&
        complete(test, { closed: closed.filter((v) => v.trial === o.trial) }),
    ),
  );
  if (whole && (!checkIn || said !== null)) return 'DONE';
  return opened.length ? 'STARTED' : 'WAITING';
}
