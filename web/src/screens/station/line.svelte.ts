import { api, ask, type Schemas } from '../../lib/api/client';
import { keepStation, type KeptStation } from '../../lib/outbox/kept';
import { outbox } from '../../lib/outbox/outbox.svelte';
import {
  read,
  state,
  stops,
  type FactSent,
  type Known,
  type State,
  type Trial,
} from '../../lib/record/book';

export type Station = Schemas['StationStationView'];
export type Test = Schemas['TestDefinition'];

const KEEP_AFTER = 400;

/** Stands in where a station only checks in, so that attendance and pain can be read. */
export const NO_TEST = { id: '', criteria: [], requiredViews: ['FRONT'] } as unknown as Test;

export function testOf(station: Station, id: string): Test | undefined {
  return station.protocol.tests.find((t) => t.id === id);
}

/** The tests of a station, in order. */
export function testsOf(station: Station): Test[] {
  return station.tests.flatMap((id) => testOf(station, id) ?? []);
}

/** The tests that an athlete is asked to do at a station: all of them, or fewer in a short screening. */
export function testsFor(station: Station, queued: Schemas['StationQueued']): Test[] {
  // a station that an older version has kept knows nothing of it
  const asked = queued.tests as string[] | undefined;
  return testsOf(station).filter((test) => asked?.includes(test.id) ?? true);
}

/** Whether pain that was reported stops this athlete's screening. */
export function stopped(station: Station, trial: Trial): boolean {
  return trial.pains.some(
    (p) =>
      p.fact.kind === 'painReported' &&
      stops(p.fact.report, station.protocol.rules.painStopsFrom.value, station.stoppingSigns),
  );
}

/** Who waits at a station, and what this device knows of each: kept on the device, read from the server when there is a network. */
export class Line {
  readonly #key: string;
  station = $state.raw<Station>() as Station;
  athletes = $state<Schemas['StationQueued'][]>([]);
  /** The server has another protocol version by now. */
  outdated = $state(false);

  #facts = $state<Record<string, Known[]>>({});
  #keeping: ReturnType<typeof setTimeout> | undefined;

  constructor(station: Station, kept: KeptStation | null, key: string) {
    this.#key = key;
    this.station = station;
    this.athletes = station.queue.map((q) => ({ ...q }));
    if (kept) this.#facts = kept.books;
    for (const fact of outbox.of(station.screening.id)) this.remember(fact);
    this.#settleAll();
  }

  book(athlete: string | null): Known[] {
    return this.#facts[athlete ?? ''] ?? [];
  }

  of(athlete: string | null): Schemas['StationQueued'] | undefined {
    return this.athletes.find((q) => q.id === athlete);
  }

  get waiting(): number {
    return this.athletes.filter(waits).length;
  }

  /** The next one who waits, from one on, round the line. */
  after(id: string | null): string | null {
    const from = this.athletes.findIndex((q) => q.id === id) + 1;
    const round = [...this.athletes.slice(from), ...this.athletes.slice(0, from)];
    return (round.find(waits) ?? this.of(id) ?? this.athletes[0])?.id ?? null;
  }

  /** Keeps a fact here and sends it as soon as there is a network. */
  write(sent: FactSent): void {
    this.remember(sent);
    const { id, protocol, protocolVersion } = this.station.screening;
    outbox.put(id, [sent], { protocol, version: protocolVersion });
    // a page that is loaded again at once must know the trial, or it would open a second one
    if (sent.fact.kind === 'trialOpened' && this.#key) void this.keepNow();
    else this.#keep();
  }

  /** Reads what others wrote about an athlete; false without a network, where the station shows what this device knows. */
  async fetch(id: string): Promise<boolean> {
    try {
      const kept = await ask(
        api.GET('/api/screenings/{id}/facts', {
          params: { path: { id: this.station.screening.id }, query: { athlete: id } },
        }),
      );
      this.#merge(id, kept);
      return true;
    } catch {
      return false;
    }
  }

  /** Reads everything that a station without a network will need. */
  async prefetch(): Promise<void> {
    const all = await ask(
      api.GET('/api/screenings/{id}/books', {
        params: { path: { id: this.station.screening.id } },
      }),
    ).catch(() => null);
    if (!all) return;
    for (const id of new Set(all.map((f) => f.athlete)))
      this.#merge(
        id,
        all.filter((f) => f.athlete === id),
      );
    this.#keep();
  }

  /** Takes in what has changed on the server: the line, and a protocol that is another by now. */
  refresh(view: Station): void {
    const now = this.station.screening;
    this.outdated =
      view.screening.protocolVersion !== now.protocolVersion ||
      view.screening.protocol !== now.protocol;
    if (this.outdated) return;
    // what waits in this device's outbox is newer than what the server says
    const newer = outbox.of(now.id).length > 0;
    const states = new Map(this.athletes.map((q) => [q.id, q.state]));
    this.athletes = view.queue.map((q) => ({
      ...q,
      state: (newer && states.get(q.id)) || q.state,
    }));
    this.#settleAll();
    this.#keep();
  }

  async keepNow(): Promise<void> {
    const view = { ...this.station, queue: $state.snapshot(this.athletes) };
    const stored = await keepStation({
      key: this.#key,
      view,
      books: $state.snapshot<Record<string, Known[]>>(this.#facts),
      at: Date.now(),
    });
    outbox.crowded = !stored;
  }

  #keep(): void {
    if (!this.#key) return;
    clearTimeout(this.#keeping);
    this.#keeping = setTimeout(() => void this.keepNow(), KEEP_AFTER);
  }

  #merge(id: string, kept: Schemas['FactsFactKept'][]): void {
    const own = this.book(id);
    const known = new Set(kept.map((k) => k.id));
    this.#facts[id] = [
      ...kept.map(({ id, athlete, at, supersedes, fact, author }) => ({
        id,
        athlete,
        at,
        ...(supersedes && { supersedes }),
        fact,
        author,
      })),
      ...own.filter((f) => !known.has(f.id)),
    ];
    this.#settle(id);
    this.#keep();
  }

  protected remember(fact: FactSent): void {
    const known = this.book(fact.athlete);
    if (known.some((f) => f.id === fact.id)) return;
    this.#facts[fact.athlete] = [...known, { ...fact, author: this.station.mine }];
    this.#settle(fact.athlete);
  }

  #settleAll(): void {
    for (const id of Object.keys(this.#facts)) this.#settle(id);
  }

  #settle(athlete: string): void {
    const queued = this.of(athlete);
    if (!queued) return;
    const book = this.book(athlete);
    queued.state = state(
      testsFor(this.station, queued),
      book,
      stopped(this.station, read(NO_TEST, book)),
      queued.cleared,
      this.station.at?.checkIn ?? false,
    );
  }
}

function waits(queued: { state: State }): boolean {
  return queued.state === 'WAITING' || queued.state === 'STARTED';
}
