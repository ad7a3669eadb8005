import { api, ask, Problem, type Schemas } from '../../lib/api/client';
import { given } from '../../lib/given';
import type { Clip } from '../../lib/motion/clip';
import { Bench, type Measured } from '../measuring/bench.svelte';
import type { View } from '../../lib/words/judgement';
import type { Test } from './line.svelte';

const PATTERNS = new Set(['SQUAT', 'LUNGE', 'BALANCE']);

/** Whether a film can tell anything that this test judges. */
export const filmable = (test: Test): boolean =>
  PATTERNS.has(test.pattern) && test.criteria.some((c) => c.anchors.length > 0 && !c.gauge);

/** A bench at a station: it measures one athlete in one test, or keeps the landmarks where there is no network. */
export class StationBench extends Bench {
  /** There is no network: what was filmed can only be kept. */
  offline = $state(false);

  override readonly atStation = true;

  constructor(
    readonly screening: string,
    readonly athlete: string,
    readonly test: Test,
    view: View,
  ) {
    super();
    if (view === 'FRONT') this.facing = 'TOWARD';
    if (view === 'BACK') this.facing = 'AWAY';
    if (test.legs === 'EACH') this.about = { working: 'LEFT' };
  }

  /** The film as it is sent; into a trial that is open already, once it is known. */
  film(clip: Clip, trial = this.trial): Schemas['MeasuringControllerFilmSent'] {
    const { working, near, distance, height, behind } = $state.snapshot(this.about);
    return given({
      screening: this.screening,
      athlete: this.athlete,
      test: this.test.id,
      trial,
      source: this.source,
      clip,
      working: this.test.legs === 'EACH' ? working : undefined,
      near,
      distance,
      height,
      behind,
    });
  }

  protected override async asked(clip: Clip): Promise<Measured> {
    try {
      const { report, facts } = await ask(
        api.POST('/api/measuring/film', { body: this.film(clip) }),
      );
      this.offline = false;
      return { report, facts, measures: [], traces: [] };
    } catch (error) {
      this.offline = error instanceof Problem && error.status === 0;
      throw error;
    }
  }
}

type Fact = Schemas['FactMeasured'];

/** What one measure says on one side, by repetition. */
export interface Read {
  measure: string;
  side: Fact['side'];
  values: number[];
}

/** What was read, one line for each measure and side. */
export function readOf(facts: Fact[]): Read[] {
  const lines = new Map<string, Read>();
  for (const f of facts) {
    const key = `${f.measure} ${f.side ?? ''}`;
    const line = lines.get(key) ?? { measure: f.measure, side: f.side, values: [] };
    line.values.push(f.value);
    lines.set(key, line);
  }
  return [...lines.values()];
}

type Reason = Schemas['MeasurementNotAssessable']['reason'];

/** Why measures could not be read in any repetition, and how many of them for each reason. */
export function unreadOf(report: Schemas['ClipReport']): [Reason, number][] {
  const read = new Set<string>();
  const reasons = new Map<string, Reason>();
  for (const { measurements } of report.repetitions)
    for (const one of measurements) {
      const key = `${one.measure} ${one.side ?? ''}`;
      if ('value' in one) read.add(key);
      else reasons.set(key, one.reason);
    }
  const counts = new Map<Reason, number>();
  for (const [key, reason] of reasons)
    if (!read.has(key)) counts.set(reason, (counts.get(reason) ?? 0) + 1);
  return [...counts];
}
