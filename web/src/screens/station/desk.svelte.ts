import { api, ask, type Schemas } from '../../lib/api/client';
import { outbox, type FactSent } from '../../lib/outbox/outbox.svelte';
import { GRADES, type Grade, type Side, type View } from '../../lib/words/judgement';
import { markAt, place, read, state, stops, type State, type Trial } from './book';

type Criterion = Schemas['Criterion'];
type Fact = FactSent['fact'];

/** The rater's desk: whose turn it is, what was written, and writing more. Every change is one or two facts. */
export class Desk {
  readonly station: Schemas['StationStationView'];
  readonly test: Schemas['TestDefinition'];
  readonly views: View[];

  queue = $state<Schemas['StationQueued'][]>([]);
  current = $state<string | null>(null);
  view = $state<View>('FRONT');
  repetitions = $state(5);
  /** The place that digits and variants go to. */
  focus = $state.raw<{ criterion: Criterion; side: Side | undefined } | null>(null);
  archAssisted = $state(false);
  shoes = $state(false);

  #facts = $state<Record<string, FactSent[]>>({});
  #trial = $derived.by(() => read(this.test, this.#facts[this.current ?? ''] ?? []));

  constructor(station: Schemas['StationStationView']) {
    const test = station.protocol.tests[0];
    if (!test) throw new Error('The protocol has no test');
    this.station = station;
    this.test = test;
    this.views = [...test.requiredViews, ...test.optionalViews];
    this.queue = station.queue.map((q) => ({ ...q }));
    for (const fact of outbox.of(station.screening.id)) this.#remember(fact);
    this.call(this.#after(null));
  }

  get trial(): Trial {
    return this.#trial;
  }

  get athlete(): Schemas['StationQueued'] | undefined {
    return this.queue.find((q) => q.id === this.current);
  }

  get waiting(): number {
    return this.queue.filter((q) => q.state === 'WAITING' || q.state === 'STARTED').length;
  }

  get stopped(): boolean {
    return this.#stopped(this.#trial);
  }

  get done(): boolean {
    return this.test.requiredViews.every((v) => this.#trial.closed.has(v));
  }

  /** Criteria that are seen from the present view. */
  get criteria(): Criterion[] {
    return this.test.criteria.filter((c) => c.views.includes(this.view));
  }

  #stopped(trial: Trial): boolean {
    return trial.pains.some(
      (p) =>
        p.fact.kind === 'painReported' &&
        stops(p.fact.report, this.station.protocol, this.station.stoppingSigns),
    );
  }

  /** Calls an athlete to the station; what others wrote about them is fetched in the background. */
  call(id: string | null): void {
    this.current = id;
    this.focus = null;
    this.archAssisted = this.shoes = false;
    this.#standAt(this.#trial);
    if (id && this.athlete?.state !== 'WAITING') void this.#fetch(id);
  }

  #standAt(trial: Trial): void {
    this.view =
      this.test.requiredViews.find((v) => !trial.closed.has(v)) ?? this.views[0] ?? 'FRONT';
    this.repetitions = this.test.repetitions.observed;
    if (trial.opened?.fact.kind === 'trialOpened') {
      this.archAssisted = trial.opened.fact.conditions.archAssisted;
      this.shoes = trial.opened.fact.conditions.shoes;
    }
  }

  async #fetch(id: string): Promise<void> {
    try {
      const kept = await ask(
        api.GET('/api/screenings/{id}/facts', {
          params: { path: { id: this.station.screening.id }, query: { athlete: id } },
        }),
      );
      const own = this.#facts[id] ?? [];
      const known = new Set(kept.map((k) => k.id));
      this.#facts[id] = [
        ...kept.map(({ id, athlete, at, supersedes, fact }) => ({
          id,
          athlete,
          at,
          ...(supersedes && { supersedes }),
          fact,
        })),
        ...own.filter((f) => !known.has(f.id)),
      ];
      if (id === this.current) this.#standAt(this.#trial);
    } catch {
      // without a network the station shows what this device knows
    }
  }

  next(): void {
    this.call(this.#after(this.current));
  }

  /** The next one who waits, from the one at hand on, round the queue. */
  #after(id: string | null): string | null {
    const from = this.queue.findIndex((q) => q.id === id) + 1;
    const round = [...this.queue.slice(from), ...this.queue.slice(0, from)];
    return (
      (
        round.find((q) => q.state === 'WAITING' || q.state === 'STARTED') ??
        this.queue.find((q) => q.id === id) ??
        this.queue[0]
      )?.id ?? null
    );
  }

  #remember(fact: FactSent): void {
    const known = this.#facts[fact.athlete] ?? [];
    if (known.some((f) => f.id === fact.id)) return;
    this.#facts[fact.athlete] = [...known, fact];
    const queued = this.queue.find((q) => q.id === fact.athlete);
    const trial = read(this.test, this.#facts[fact.athlete] ?? []);
    if (queued) queued.state = state(this.test, trial, this.#stopped(trial), queued.state);
  }

  #write(fact: Fact, supersedes?: string): FactSent {
    const sent: FactSent = {
      id: crypto.randomUUID(),
      athlete: this.current ?? '',
      at: new Date().toISOString(),
      ...(supersedes && { supersedes }),
      fact,
    };
    this.#remember(sent);
    outbox.put(this.station.screening.id, sent);
    return sent;
  }

  /** The trial at hand; it is opened by the first thing that is written in it. */
  #open(): string {
    if (this.#trial.id) return this.#trial.id;
    const trial = crypto.randomUUID();
    this.#write({ kind: 'trialOpened', trial, test: this.test.id, conditions: this.#conditions() });
    return trial;
  }

  #conditions(): Schemas['Conditions'] {
    return { aids: [], shoes: this.shoes, archAssisted: this.archAssisted, oneSideTreated: false };
  }

  /** The conditions have changed: an open trial is corrected, else they wait for it. */
  conditionsChanged(): void {
    const opened = this.#trial.opened;
    if (opened?.fact.kind === 'trialOpened') {
      this.#write({ ...opened.fact, conditions: this.#conditions() }, opened.id);
    }
  }

  mark(
    criterion: Criterion,
    side: Side | undefined,
    grade: Grade,
    more: { variant?: string; worst?: Grade } = {},
  ): void {
    if (this.stopped) return;
    this.focus = { criterion, side };
    const trial = this.#open();
    const before = this.#trial.marks.get(place(criterion, side));
    const directed = criterion.extent === 'DIRECTED' && grade === 'NONE';
    this.#write(
      {
        kind: 'marked',
        trial,
        criterion: criterion.id,
        ...(side && !directed && { side }),
        grade,
        ...more,
      },
      before?.id,
    );
  }

  unclear(criterion: Criterion, side: Side | undefined): void {
    if (this.stopped) return;
    this.focus = { criterion, side };
    const trial = this.#open();
    const before = this.#trial.marks.get(place(criterion, side));
    this.#write(
      {
        kind: 'couldNotTell',
        trial,
        criterion: criterion.id,
        ...(criterion.extent === 'SIDED' && side && { side }),
      },
      before?.id,
    );
  }

  /** One tap or key: the notch grows by one, and after severe it is gone. */
  grow(criterion: Criterion, side: Side | undefined): void {
    const now = markAt(this.#trial, place(criterion, side));
    const turned = criterion.extent === 'DIRECTED' && now.side !== undefined && now.side !== side;
    const grade =
      turned || now.grade === null
        ? 'SLIGHT'
        : (GRADES[(GRADES.indexOf(now.grade) + 1) % GRADES.length] ?? 'NONE');
    this.mark(criterion, side, grade, now.variant && !turned ? { variant: now.variant } : {});
  }

  /** The view has been seen: what was not marked in it was clean. */
  closeView(): void {
    if (this.stopped || this.#trial.closed.has(this.view)) return;
    this.#write({
      kind: 'viewClosed',
      trial: this.#open(),
      view: this.view,
      repetitions: this.repetitions,
    });
    const left = this.test.requiredViews.find((v) => !this.#trial.closed.has(v));
    if (left) this.view = left;
    this.repetitions = this.test.repetitions.observed;
  }

  flag(flag: Schemas['FactTrialFlagged']['flag']): void {
    const present = this.#trial.flags.get(flag);
    if (present) this.#write({ kind: 'withdrawn' }, present.id);
    else this.#write({ kind: 'trialFlagged', trial: this.#open(), flag });
  }

  attend(attendance: Schemas['FactAttended']['attendance']): void {
    this.#write({ kind: 'attended', attendance });
  }

  pain(report: Schemas['PainReport']): void {
    const trial = this.#trial.id;
    this.#write({ kind: 'painReported', ...(trial && { trial }), report });
  }

  /** Takes the last thing back that was written about this athlete; the opening of a trial stays. */
  undo(): void {
    const last = this.#trial.standing.filter((f) => f.fact.kind !== 'trialOpened').at(-1);
    if (!last) return;
    this.#write({ kind: 'withdrawn' }, last.id);
    if (last.fact.kind === 'viewClosed') this.view = last.fact.view;
  }

  get undoable(): boolean {
    return this.#trial.standing.some((f) => f.fact.kind !== 'trialOpened');
  }
}

export type { State };
