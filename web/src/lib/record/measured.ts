import type { Schemas } from '../api/client';
import { standing } from './book';

type Fact = Schemas['Fact'];
type Measured = Schemas['FactMeasured'];

/** A trial that stands, with the ids of what devices and landmarks measured in it. */
export interface Standing {
  trial: string;
  opened: Date;
  measured: Map<string, string>;
}

/** A fact on its way, and what it corrects or takes back. */
export interface Sending {
  fact: Fact;
  supersedes?: string;
}

const spotOf = (f: Measured) => `${f.criterion} ${f.side ?? ''} ${f.measure}`;
const keyOf = (f: Measured) => `${spotOf(f)} ${f.repetition}`;

/** What a drawn athlete was measured to do says so, whoever looked at the film. */
export const ofSimulated = (facts: Measured[]): Measured[] =>
  facts.map((f) => (f.taken ? { ...f, taken: { ...f.taken, source: 'SIMULATED' } } : f));

interface Written {
  id: string;
  at: string;
  author?: string;
  supersedes?: string;
  fact: Fact;
}

/** By what and which repetition, the id of what landmarks and devices measured in a trial and may be replaced. */
export function measuredIn(
  book: Written[],
  trial: string,
  may: (written: Written) => boolean = () => true,
): Map<string, string> {
  const measured = new Map<string, string>();
  for (const k of standing(book))
    if (k.fact.kind === 'measured' && k.fact.trial === trial && k.fact.taken && may(k))
      measured.set(keyOf(k.fact), k.id);
  return measured;
}

/** The last trial of a test that was opened, was no retest and was not taken back. */
export function standingTrial(book: Written[], test: string): Standing | null {
  const stands = standing(book);
  const opened = stands.findLast(
    (k) => k.fact.kind === 'trialOpened' && k.fact.test === test && !k.fact.retest,
  );
  if (opened?.fact.kind !== 'trialOpened') return null;
  const { trial } = opened.fact;
  return { trial, opened: new Date(opened.at), measured: measuredIn(book, trial) };
}

/**
 * What is sent: into a trial that stands, where each value takes the place of the one that was measured there before and
 * what has no successor is taken back; or into a new trial under the standard of the test.
 */
export function joined(
  facts: Measured[],
  test: Schemas['TestDefinition'],
  standing: Pick<Standing, 'trial' | 'measured'> | null,
): Sending[] {
  if (!standing) {
    const trial = facts[0]!.trial;
    return [
      { fact: { kind: 'trialOpened', trial, test: test.id, conditions: test.standard } },
      ...facts.map((fact) => ({ fact })),
    ];
  }
  const now = new Set(facts.map(keyOf));
  const spots = new Set(facts.map(spotOf));
  const sending: Sending[] = facts.map((f) => {
    const before = standing.measured.get(keyOf(f));
    const fact = { ...f, trial: standing.trial };
    return before ? { fact, supersedes: before } : { fact };
  });
  for (const [key, id] of standing.measured)
    if (!now.has(key) && spots.has(key.slice(0, key.lastIndexOf(' '))))
      sending.push({ fact: { kind: 'removed' }, supersedes: id });
  return sending;
}
