import type { Schemas } from '../../lib/api/client';
import type { FactSent } from '../../lib/outbox/outbox.svelte';
import type { Grade, Side, View } from '../../lib/words/judgement';

/** What a rater has written about one athlete in the trial at hand, read from the facts. Nothing is judged here. */
export interface Trial {
  id: string | null;
  opened: FactSent | null;
  marks: Map<string, FactSent>;
  closed: Map<View, FactSent>;
  flags: Map<Schemas['FactTrialFlagged']['flag'], FactSent>;
  pains: FactSent[];
  attendance: Schemas['FactAttended']['attendance'] | null;
  /** Standing facts in order, for taking back the last one. */
  standing: FactSent[];
}

/** A criterion on a side; a directed criterion has one place, whatever its direction. */
export function place(criterion: Schemas['Criterion'], side: Side | undefined): string {
  return criterion.extent === 'SIDED' ? `${criterion.id} ${side}` : criterion.id;
}

/** Facts that are neither corrected nor taken back; taking a correction back restores what it had corrected. */
function standing(facts: FactSent[]): FactSent[] {
  const takenBack = new Set<string>();
  for (const f of facts.toReversed()) {
    if (f.fact.kind === 'withdrawn' && f.supersedes && !takenBack.has(f.id))
      takenBack.add(f.supersedes);
  }
  const written = facts.filter((f) => f.fact.kind !== 'withdrawn' && !takenBack.has(f.id));
  const corrected = new Set(written.map((f) => f.supersedes));
  return written.filter((f) => !corrected.has(f.id));
}

/** Reads the latest trial of a test out of an athlete's facts, oldest first. */
export function read(test: Schemas['TestDefinition'], facts: FactSent[]): Trial {
  const kept = standing(facts);
  const trial: Trial = {
    id: null,
    opened: null,
    marks: new Map(),
    closed: new Map(),
    flags: new Map(),
    pains: [],
    attendance: null,
    standing: kept,
  };
  for (const sent of kept) {
    if (sent.fact.kind === 'trialOpened' && sent.fact.test === test.id)
      [trial.id, trial.opened] = [sent.fact.trial, sent];
    if (sent.fact.kind === 'attended') trial.attendance = sent.fact.attendance;
    if (sent.fact.kind === 'painReported') trial.pains.push(sent);
  }
  const criteria = new Map(test.criteria.map((c) => [c.id, c]));
  for (const sent of kept) {
    const fact = sent.fact;
    if (!('trial' in fact) || fact.trial !== trial.id) continue;
    if (fact.kind === 'marked' || fact.kind === 'couldNotTell') {
      const criterion = criteria.get(fact.criterion);
      if (criterion) trial.marks.set(place(criterion, fact.side), sent);
    } else if (fact.kind === 'viewClosed') trial.closed.set(fact.view, sent);
    else if (fact.kind === 'trialFlagged') trial.flags.set(fact.flag, sent);
  }
  return trial;
}

export interface Mark {
  grade: Grade | null;
  unclear: boolean;
  variant?: string | undefined;
  side?: Side | undefined;
  worst?: Grade | undefined;
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
    };
  }
  return { grade: null, unclear: fact?.kind === 'couldNotTell' };
}

/** Whether the report stops the screen, by the limits that came with the protocol. */
export function stops(
  report: Schemas['PainReport'],
  protocol: Schemas['Protocol'],
  stoppingSigns: string[],
): boolean {
  return (
    report.intensity >= protocol.rules.painStopsFrom.value ||
    report.signs.some((s) => stoppingSigns.includes(s))
  );
}

export type State = Schemas['StationQueued']['state'];

/** Where an athlete is in the queue, by what this device knows. */
export function state(
  test: Schemas['TestDefinition'],
  trial: Trial,
  stopped: boolean,
  before: State,
): State {
  if (stopped) return 'STOPPED';
  if (trial.attendance === 'ABSENT') return 'ABSENT';
  if (trial.attendance === 'EXCUSED' || trial.attendance === 'UNWELL') return 'EXCUSED';
  if (test.requiredViews.every((v) => trial.closed.has(v))) return 'DONE';
  if (before === 'EXCUSED' && trial.attendance === null) return before;
  return trial.id ? 'STARTED' : 'WAITING';
}
