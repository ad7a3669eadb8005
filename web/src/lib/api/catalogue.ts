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

/** Names of what ids stand for. */
export class Names {
  #criteria: Map<string, Schemas['Criterion']>;
  #ladders: Schemas['Ladders'];

  constructor(protocol: Schemas['Protocol'], all: Schemas['Ladders']) {
    this.#criteria = new Map(protocol.tests.flatMap((t) => t.criteria.map((c) => [c.id, c] as const)));
    this.#ladders = all;
  }

  criterion = (id: string): string => {
    const found = this.#criteria.get(id);
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
    const ladder = this.#ladders.focuses.find((f) => f.focus === focus)?.ladder;
    return this.#ladders.ladders.find((l) => l.id === ladder)?.rungs ?? [];
  };

  rung = (id: string | undefined): string => {
    const found = this.#ladders.ladders.flatMap((l) => l.rungs).find((r) => r.id === id);
    return found ? say(found.name) : '';
  };

  place = (place: Schemas['ProposalPlace']): string =>
    place.rung ? `${this.focus(place.focus)}, ${this.rung(place.rung)}` : this.focus(place.focus);
}
