import { say } from '../words/words';
import { api, ask, type Schemas } from './client';

const protocols = new Map<string, Promise<Schemas['Protocol']>>();
let laddersOnce: Promise<Schemas['Ladders']> | undefined;

/** A protocol version never changes, so one answer serves the whole visit; a failed one is asked again. */
export function protocolOf(screening: Schemas['ScreeningsScreeningView']): Promise<Schemas['Protocol']> {
  const key = `${screening.protocol}/${screening.protocolVersion}`;
  const known = protocols.get(key);
  if (known) return known;
  const asked = ask(
    api.GET('/api/protocols/{id}/{version}', { params: { path: { id: screening.protocol, version: screening.protocolVersion } } }),
  );
  protocols.set(key, asked);
  asked.catch(() => protocols.delete(key));
  return asked;
}

export function ladders(): Promise<Schemas['Ladders']> {
  laddersOnce ??= ask(api.GET('/api/ladders'));
  laddersOnce.catch(() => (laddersOnce = undefined));
  return laddersOnce;
}

/** What a protocol calls a trial that would tell more: a retest or a test. */
export const trialNames =
  (protocol: Schemas['Protocol']) =>
  (next: Pick<Schemas['LinkReportNextTrial'], 'retest' | 'id'>): string => {
    const found = (next.retest ? protocol.retests : protocol.tests).find((t) => t.id === next.id);
    return found ? say(found.name) : next.id;
  };

/** Names of what ids stand for. */
export class Names {
  #criteria: Map<string, Schemas['Criterion']>;
  #tests: Map<string, Schemas['TestDefinition']>;
  #ladders: Schemas['Ladders'];

  constructor(protocol: Pick<Schemas['Protocol'], 'tests'>, all: Schemas['Ladders']) {
    this.#criteria = new Map(protocol.tests.flatMap((t) => t.criteria.map((c) => [c.id, c] as const)));
    this.#tests = new Map(protocol.tests.map((t) => [t.id, t]));
    this.#ladders = all;
  }

  criterion = (id: string): string => {
    const found = this.#criteria.get(id);
    return found ? say(found.name) : id;
  };

  test = (id: string): string => {
    const found = this.#tests.get(id);
    return found ? say(found.name) : id;
  };

  gauge = (criterion: string): Schemas['Gauge'] | undefined => this.#criteria.get(criterion)?.gauge;

  variant = (criterion: string, id: string | undefined): string => {
    const found = this.#criteria.get(criterion)?.variants.find((v) => v.id === id);
    return found ? say(found.name) : '';
  };

  focus = (focus: Schemas['ProposalPlace']['focus']): string => {
    const found = this.#ladders.focuses.find((f) => f.focus === focus);
    return found ? say(found.name) : focus;
  };

  aim = (focus: Schemas['ProposalPlace']['focus']): string => {
    const found = this.#ladders.focuses.find((f) => f.focus === focus);
    return found ? say(found.aim) : '';
  };

  /** The rungs of a focus, easiest first. */
  rungs = (focus: Schemas['ProposalPlace']['focus']): Schemas['Exercise'][] => {
    const id = this.#ladders.focuses.find((f) => f.focus === focus)?.ladder;
    const ladder = this.#ladders.ladders.find((l) => l.id === id);
    return (ladder?.rungs ?? []).flatMap((rung) => this.exercise(rung) ?? []);
  };

  exercise = (id: string | undefined): Schemas['Exercise'] | undefined =>
    this.#ladders.exercises.find((e) => e.id === id);

  rung = (id: string | undefined): string => {
    const found = this.exercise(id);
    return found ? say(found.name) : '';
  };

  ladder = (id: string): string => {
    const found = this.#ladders.ladders.find((l) => l.id === id);
    return found ? say(found.name) : id;
  };

  item = (id: string): string => {
    const found = this.#ladders.items.find((i) => i.id === id);
    return found ? say(found.name) : id;
  };

  aid = (id: string): Schemas['Aid'] | undefined => this.#ladders.aids.find((a) => a.id === id);

  place = (place: Schemas['ProposalPlace']): string =>
    place.rung ? `${this.focus(place.focus)}, ${this.rung(place.rung)}` : this.focus(place.focus);
}
