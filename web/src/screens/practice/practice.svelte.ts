import { api, ask, type Schemas } from '../../lib/api/client';
import type { FactSent } from '../../lib/record/book';
import type { View } from '../../lib/words/judgement';
import { Desk, type Performance, type Stage } from '../station/desk.svelte';
import { Line, testOf, type Station } from '../station/line.svelte';

export type Drill = Schemas['PracticeControllerDrillView'];
export type PracticeResult = Schemas['PracticesPracticeResult'];

const MOST_SEEDS = 0x7fffffff;

/** A line of simulated athletes: what is marked stays here until all were seen. */
class PracticeLine extends Line {
  readonly facts: FactSent[] = [];

  override write(sent: FactSent): void {
    this.facts.push(sent);
    this.remember(sent);
  }

  override fetch(): Promise<boolean> {
    return Promise.resolve(true);
  }
}

/** A station at which the athletes of a drill wait, with what can be seen on them and nothing else. */
export function practiceStation(
  station: Station,
  drill: Drill,
  name: (i: number) => string,
): Station {
  const view = { ...station };
  delete view.at;
  const test = testOf(station, drill.test);
  const tests = test
    ? [
        {
          ...test,
          optionalViews: [],
          criteria: test.criteria.filter((c) => drill.criteria.includes(c.id)),
        },
      ]
    : [];
  const unknown = {
    turnOut: {},
    hipDirections: { left: [], right: [] },
    hipEnds: { left: false, right: false },
  };
  return {
    ...view,
    asks: false,
    stations: [],
    offers: [],
    tests: [drill.test],
    protocol: { ...station.protocol, tests, retests: [] },
    queue: drill.athletes.map((athlete, i) => ({
      id: athlete.id,
      shortName: name(i + 1),
      state: 'WAITING',
      tests: [drill.test],
      cleared: true,
      film: false,
      touch: false,
      targets: unknown,
    })),
  };
}

/** One practice: six simulated athletes at a desk like any other, and what came of it. */
export class Practice {
  readonly desk: Desk;
  readonly drill: Drill;
  result = $state.raw<PracticeResult | null>(null);
  error = $state.raw<unknown>(null);
  sending = $state(false);

  readonly #screening: string;
  readonly #line: PracticeLine;
  readonly #id = crypto.randomUUID();

  constructor(station: Station, drill: Drill, name: (i: number) => string) {
    const view = practiceStation(station, drill, name);
    this.#screening = station.screening.id;
    this.#line = new PracticeLine(view, null, '');
    this.drill = drill;
    const stage: Stage = {
      line: this.#line,
      performances: (athlete, from) => this.performances(athlete, from),
    };
    this.desk = new Desk(view, null, '', stage);
  }

  /** What an athlete shows from a view; from behind it is the front turned round. */
  performances(athlete: string, view: View): Performance[] {
    const plane = view === 'SIDE' ? 'SIDE' : 'FRONT';
    return (this.drill.athletes.find((a) => a.id === athlete)?.performances ?? []).filter(
      (p) => p.film.plane === plane,
    );
  }

  get seen(): boolean {
    return this.#line.waiting === 0;
  }

  /** Sends what was marked; without a network it waits to be asked again. */
  async finish(): Promise<void> {
    this.sending = true;
    this.error = null;
    try {
      this.result = await ask(
        api.POST('/api/screenings/{id}/practice', {
          params: { path: { id: this.#screening } },
          body: {
            id: this.#id,
            test: this.drill.test,
            seed: this.drill.seed,
            facts: this.#line.facts,
          },
        }),
      );
    } catch (error) {
      this.error = error;
    } finally {
      this.sending = false;
    }
  }
}

/** Begins a practice of a test with athletes that nobody has seen before. */
export async function begin(
  station: Station,
  test: string,
  name: (i: number) => string,
): Promise<Practice> {
  const seed = Math.floor(Math.random() * MOST_SEEDS);
  const drill = await ask(
    api.GET('/api/screenings/{id}/practice/tests/{test}', {
      params: { path: { id: station.screening.id, test }, query: { seed } },
    }),
  );
  return new Practice(station, drill, name);
}
