import { api, ask, type Schemas } from '../../lib/api/client';
import { keepStation, type KeptStation } from '../../lib/outbox/kept';
import { outbox } from '../../lib/outbox/outbox.svelte';
import { GRADES, type Grade, type Side, type View } from '../../lib/words/judgement';
import {
  attemptAt,
  complete,
  markAt,
  place,
  read,
  seen,
  state,
  stops,
  valueAt,
  type FactSent,
  type Known,
  type State,
  type Trial,
} from '../../lib/record/book';
import { doubts, type Doubt } from '../../lib/record/doubts';

type Criterion = Schemas['Criterion'];
type Test = Schemas['TestDefinition'];
type Fact = FactSent['fact'];
type Conditions = Schemas['Conditions'];

const KEEP_AFTER = 400;

/** The rater's desk: whose turn it is, what was written, and writing more. Every change is one or two facts. */
export class Desk {
  readonly key: string;
  station = $state.raw<Schemas['StationStationView']>() as Schemas['StationStationView'];

  queue = $state<Schemas['StationQueued'][]>([]);
  current = $state<string | null>(null);
  view = $state<View>('FRONT');
  repetitions = $state(5);
  /** The place that digits and variants go to. */
  focus = $state.raw<{ criterion: Criterion; side: Side | undefined } | null>(null);
  /** What the next trial is done under; that of the trial at hand once there is one. */
  conditions = $state<Conditions>() as Conditions;
  /** A second look, which does not see what the first rater wrote. */
  second = $state(false);
  /** The server has another protocol version by now. */
  outdated = $state(false);

  #testId = $state('');
  #retest = $state.raw<Schemas['FactRetestOf'] | null>(null);
  #facts = $state<Record<string, Known[]>>({});
  #carried: Pick<Conditions, 'load' | 'arms' | 'shoes' | 'aids'> | null = null;
  #keeping: ReturnType<typeof setTimeout> | undefined;
  #trial = $derived.by(() => this.#read(this.test, this.#retest?.retest ?? null));

  constructor(station: Schemas['StationStationView'], kept: KeptStation | null = null, key = '') {
    this.key = key;
    this.station = station;
    this.queue = station.queue.map((q) => ({ ...q }));
    this.#testId = this.tests[0]?.id ?? '';
    if (kept) this.#facts = kept.books;
    for (const fact of outbox.of(station.screening.id)) this.#remember(fact);
    for (const id of Object.keys(this.#facts)) this.#settle(id);
    this.call(this.#after(null));
  }

  /** The tests of this station, in order. */
  get tests(): Test[] {
    return this.station.tests.flatMap((id) => this.#definition(id) ?? []);
  }

  #definition(id: string): Test | undefined {
    return this.station.protocol.tests.find((t) => t.id === id);
  }

  /** The test of the trial at hand; where only checking in is done, one without anything in it. */
  get test(): Test {
    return this.#definition(this.#testId) ?? NO_TEST;
  }

  get checkIn(): boolean {
    return this.station.at?.checkIn ?? false;
  }

  /** Whether only checking in is done here. */
  get door(): boolean {
    return this.tests.length === 0;
  }

  get views(): View[] {
    return this.door ? [] : [...this.test.requiredViews, ...this.test.optionalViews];
  }

  get trial(): Trial {
    return this.#trial;
  }

  get retest(): Schemas['Retest'] | undefined {
    return this.station.protocol.retests.find((r) => r.id === this.#retest?.retest);
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

  /** Whether the trial at hand has been seen whole. */
  get done(): boolean {
    return !this.door && complete(this.test, this.#trial);
  }

  /** The next test here that this athlete has not done. */
  get nextTest(): Test | undefined {
    return this.tests.find((t) => !complete(t, this.#read(t, null)));
  }

  doneWith(test: Test): boolean {
    return complete(test, this.#read(test, null));
  }

  /** Criteria that are seen from the present view. */
  get criteria(): Criterion[] {
    return this.door ? [] : this.test.criteria.filter((c) => c.views.includes(this.view));
  }

  /** Whether another rater has a whole trial of this test, so that a second look is possible. */
  get seenByOther(): boolean {
    return this.#book(this.current).some(
      (f) =>
        f.fact.kind === 'trialOpened' &&
        f.fact.test === this.#testId &&
        f.author !== this.station.mine,
    );
  }

  #book(athlete: string | null): Known[] {
    return this.#facts[athlete ?? ''] ?? [];
  }

  #read(test: Test | undefined, retest: string | null, athlete = this.current): Trial {
    const book = this.#book(athlete);
    const by = this.second ? this.station.mine : null;
    return read(test ?? NO_TEST, book, { retest, by });
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
    this.second = false;
    this.show((this.nextTest ?? this.tests[0])?.id ?? '');
    if (id && this.athlete?.state !== 'WAITING') void this.#fetch(id);
  }

  /** Shows the plain trial of a test. */
  show(test: string): void {
    this.#retest = null;
    this.#testId = test;
    this.#stand();
  }

  /** Looks again without knowing what the first rater wrote. */
  lookAgain(): void {
    this.second = true;
    this.show(this.#testId);
  }

  #stand(): void {
    this.focus = null;
    if (this.door) return;
    const trial = this.#trial;
    this.view = this.test.requiredViews.find((v) => !seen(trial, v)) ?? this.views[0] ?? 'FRONT';
    this.repetitions = this.test.repetitions.observed;
    this.conditions =
      trial.opened?.fact.kind === 'trialOpened'
        ? trial.opened.fact.conditions
        : { ...this.test.standard, ...this.#usual() };
  }

  /** Shoes and the height of aids are carried from athlete to athlete, as long as the test asks for the same aids. */
  #usual(): Partial<Conditions> {
    const carried = this.#carried;
    if (!carried || this.#retest) return {};
    const standard = this.test.standard;
    const kinds = (c: Pick<Conditions, 'aids'>) => c.aids.map((a) => a.kind).join();
    return {
      shoes: carried.shoes,
      ...(kinds(carried) === kinds(standard) && { aids: carried.aids }),
      ...(carried.load.position === standard.load.position && { load: carried.load }),
    };
  }

  async #fetch(id: string): Promise<void> {
    try {
      const kept = await ask(
        api.GET('/api/screenings/{id}/facts', {
          params: { path: { id: this.station.screening.id }, query: { athlete: id } },
        }),
      );
      this.#merge(id, kept);
      if (id === this.current && !this.#retest) this.#stand();
    } catch {
      // without a network the station shows what this device knows
    }
  }

  #merge(id: string, kept: Schemas['FactsFactKept'][]): void {
    const own = this.#book(id);
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

  /** Takes in what has changed on the server: the queue, and a protocol that is another by now. */
  refresh(view: Schemas['StationStationView']): void {
    const now = this.station.screening;
    this.outdated =
      view.screening.protocolVersion !== now.protocolVersion ||
      view.screening.protocol !== now.protocol;
    if (this.outdated) return;
    const states = new Map(this.queue.map((q) => [q.id, q.state]));
    this.queue = view.queue.map((q) => ({ ...q, state: this.#later(states.get(q.id), q.state) }));
    for (const id of Object.keys(this.#facts)) this.#settle(id);
    this.#keep();
  }

  /** What waits in this device's outbox is newer than what the server says. */
  #later(here: State | undefined, there: State): State {
    return here && outbox.of(this.station.screening.id).length ? here : there;
  }

  #keep(): void {
    if (!this.key) return;
    clearTimeout(this.#keeping);
    this.#keeping = setTimeout(() => void this.keepNow(), KEEP_AFTER);
  }

  async keepNow(): Promise<void> {
    const view = { ...this.station, queue: $state.snapshot(this.queue) };
    const stored = await keepStation({
      key: this.key,
      view,
      books: $state.snapshot<Record<string, Known[]>>(this.#facts),
      at: Date.now(),
    });
    outbox.crowded = !stored;
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
    const known = this.#book(fact.athlete);
    if (known.some((f) => f.id === fact.id)) return;
    this.#facts[fact.athlete] = [...known, { ...fact, author: this.station.mine }];
    this.#settle(fact.athlete);
  }

  #settle(athlete: string): void {
    const queued = this.queue.find((q) => q.id === athlete);
    if (!queued) return;
    const book = this.#book(athlete);
    queued.state = state(
      this.tests,
      book,
      this.#stopped(read(NO_TEST, book)),
      queued.cleared,
      this.checkIn,
    );
  }

  #write(fact: Fact, supersedes?: string): FactSent {
    const sent: FactSent = {
      id: crypto.randomUUID(),
      athlete: this.current ?? '',
      at: new Date().toISOString(),
      ...(supersedes && { supersedes }),
      fact: $state.snapshot<Fact>(fact),
    };
    this.#remember(sent);
    const { id, protocol, protocolVersion } = this.station.screening;
    outbox.put(id, [sent], { protocol, version: protocolVersion });
    this.#keep();
    return sent;
  }

  /** The trial at hand; it is opened by the first thing that is written in it. */
  #open(): string {
    if (this.#trial.id) return this.#trial.id;
    const trial = crypto.randomUUID();
    const { load, arms, shoes, aids } = this.conditions;
    if (!this.#retest) this.#carried = { load, arms, shoes, aids };
    this.#write({
      kind: 'trialOpened',
      trial,
      test: this.test.id,
      conditions: this.conditions,
      ...(this.#retest && { retest: this.#retest }),
    });
    return trial;
  }

  /** The conditions have changed: an open trial is corrected, else they wait for it. */
  change(changed: Partial<Conditions>, without?: 'stanceCentimetres' | 'treatedSide'): void {
    const now = { ...this.conditions, ...changed };
    if (without) delete now[without];
    this.conditions = now;
    const { load, arms, shoes, aids } = this.conditions;
    if (!this.#retest) this.#carried = { load, arms, shoes, aids };
    const opened = this.#trial.opened;
    if (opened?.fact.kind === 'trialOpened') {
      this.#write({ ...opened.fact, conditions: this.conditions }, opened.id);
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

  /** Writes what was measured at one attempt; a value that is empty takes it back. */
  measure(
    criterion: Criterion,
    side: Side | undefined,
    part: string,
    attempt: number,
    value: number | null,
    ending?: string,
  ): void {
    if (this.stopped) return;
    const trial = this.#open();
    const at = place(criterion, side);
    const before = this.#trial.values.get(attemptAt(at, part, attempt));
    if (value === null) {
      if (before) this.#write({ kind: 'removed' }, before.id);
      return;
    }
    this.#write(
      {
        kind: 'measured',
        trial,
        criterion: criterion.id,
        ...(criterion.extent === 'SIDED' && side && { side }),
        measure: part,
        repetition: attempt,
        value,
        confidence: 1,
        ...(ending && { ending }),
      },
      before?.id,
    );
  }

  valueAt(criterion: Criterion, side: Side | undefined, part: string, attempt: number) {
    return valueAt(this.#trial, place(criterion, side), part, attempt);
  }

  measureLeg(side: Side, centimetres: number): void {
    this.#write({ kind: 'legMeasured', side, centimetres });
  }

  /** The leg as measured here, else as the roster knows it. */
  leg(side: Side): number | undefined {
    return this.#trial.legs[side] ?? this.athlete?.legLength;
  }

  /** The view has been seen: what was not marked in it was clean. */
  closeView(): void {
    if (this.stopped || seen(this.#trial, this.view)) return;
    this.#write({
      kind: 'viewClosed',
      trial: this.#open(),
      view: this.view,
      repetitions: this.repetitions,
    });
    const left = this.test.requiredViews.find((v) => !seen(this.#trial, v));
    if (left) this.view = left;
    this.repetitions = this.test.repetitions.observed;
  }

  /** Retests that would tell the causes of what was marked apart, best first. */
  get offers(): { retest: Schemas['Retest']; experienced: boolean; done: boolean }[] {
    if (this.door || this.#retest || this.stopped) return [];
    const families = new Set(
      this.test.criteria.flatMap((c) =>
        [...this.#trial.marks.values()].some(
          (f) => f.fact.kind === 'marked' && f.fact.criterion === c.id && f.fact.grade !== 'NONE',
        )
          ? [c.family]
          : [],
      ),
    );
    const all = this.station.offers.filter(
      (o) => o.test === this.test.id && families.has(o.family),
    );
    const order = [...new Set(all.flatMap((o) => o.retests))];
    const late = new Set(all.flatMap((o) => o.experiencedOnly));
    return order.flatMap((id) => {
      const retest = this.station.protocol.retests.find((r) => r.id === id);
      const test = retest?.otherTest ? this.#definition(retest.otherTest) : this.test;
      return retest && test
        ? [{ retest, experienced: late.has(id), done: !!this.#read(test, id).id }]
        : [];
    });
  }

  /** One tap: the same again with one thing changed, everything else as in the baseline. */
  begin(retest: Schemas['Retest']): void {
    const baseline = this.#trial.id;
    if (!baseline) return;
    const before = this.conditions;
    const other = retest.otherTest ? this.#definition(retest.otherTest) : undefined;
    this.#retest = { retest: retest.id, baseline };
    if (other) this.#testId = other.id;
    this.#stand();
    if (!this.#trial.id)
      this.conditions = changed(
        other ? { ...other.standard, shoes: before.shoes } : before,
        retest,
      );
  }

  /** Back from a retest to the trial it is held against. */
  back(): void {
    const baseline = this.#retest?.baseline;
    const opened = this.#book(this.current).find(
      (f) => f.fact.kind === 'trialOpened' && f.fact.trial === baseline,
    );
    this.show(opened?.fact.kind === 'trialOpened' ? opened.fact.test : this.#testId);
  }

  /** What the retest did to each thing that was marked: grades before and now, and whether that is more than noise. */
  get comparison(): {
    criterion: Criterion;
    side: Side | undefined;
    before: Grade;
    now: Grade;
    beyond: boolean;
  }[] {
    const of = this.#retest;
    if (!of) return [];
    const opened = this.#book(this.current).find(
      (f) => f.fact.kind === 'trialOpened' && f.fact.trial === of.baseline,
    );
    const test =
      opened?.fact.kind === 'trialOpened' ? this.#definition(opened.fact.test) : undefined;
    if (!test) return [];
    const baseline = this.#read(test, null);
    return test.criteria.flatMap((criterion) => {
      const same = this.test.criteria.find((c) => c.id === criterion.id);
      // under a plate the heels tell nothing; what counts is what stands above them
      const raised = criterion.family === 'HEEL_LIFT' && this.retest?.aid === 'HEEL_PLATE';
      if (!same || criterion.gauge || raised) return [];
      const sides: (Side | undefined)[] =
        criterion.extent === 'SIDED' ? ['LEFT', 'RIGHT'] : [undefined];
      return sides.flatMap((side) => {
        const before = markAt(baseline, place(criterion, side)).grade ?? 'NONE';
        const again = markAt(this.#trial, place(same, side)).grade;
        const looked = same.views.some((v) => seen(this.#trial, v));
        const now = again ?? (looked ? 'NONE' : null);
        if (now === null || (before === 'NONE' && now === 'NONE')) return [];
        const apart = Math.abs(GRADES.indexOf(before) - GRADES.indexOf(now));
        return [{ criterion, side, before, now, beyond: apart >= this.station.noise.grades }];
      });
    });
  }

  /** What makes the retest at hand weaker evidence, as the results will say. */
  get doubts(): Doubt[] {
    const of = this.#retest;
    const opened = this.#book(this.current).findLast(
      (f) => f.fact.kind === 'trialOpened' && f.fact.trial === of?.baseline,
    );
    if (!of || !this.retest || opened?.fact.kind !== 'trialOpened') return [];
    const test = this.#definition(opened.fact.test);
    const flagged = this.#trial.flags.size > 0 || this.#read(test, null).flags.size > 0;
    return doubts(this.retest, opened.fact.conditions, this.conditions, flagged);
  }

  flag(flag: Schemas['FactTrialFlagged']['flag'], words?: string): void {
    const present = this.#trial.flags.get(flag);
    if (present) this.#write({ kind: 'withdrawn' }, present.id);
    else this.#write({ kind: 'trialFlagged', trial: this.#open(), flag, ...(words && { words }) });
  }

  attend(attendance: Schemas['FactAttended']['attendance']): void {
    this.#write({ kind: 'attended', attendance });
  }

  asked(answers: Omit<Schemas['FactAsked'], 'kind'>): void {
    this.#write({ kind: 'asked', ...answers });
    this.attend(answers.cleared ? 'PRESENT' : 'EXCUSED');
  }

  pain(report: Schemas['PainReport']): void {
    const trial = this.#trial.id;
    this.#write({ kind: 'painReported', ...(trial && { trial }), report });
  }

  /** What this device may take back: the last thing written here in the trial at hand or about the athlete. */
  #last(): Known | undefined {
    return this.#trial.undoable
      .filter((f) => f.fact.kind !== 'trialOpened' && f.author === this.station.mine)
      .filter((f) => !('trial' in f.fact) || !f.fact.trial || f.fact.trial === this.#trial.id)
      .at(-1);
  }

  undo(): void {
    const last = this.#last();
    if (!last) return;
    this.#write({ kind: 'withdrawn' }, last.id);
    if (last.fact.kind === 'viewClosed') this.view = last.fact.view;
  }

  get undoable(): boolean {
    return this.#last() !== undefined;
  }
}

/** The baseline's conditions with the one thing changed that the retest asks for, by as much as the protocol says. */
function changed(before: Conditions, retest: Schemas['Retest']): Conditions {
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

/** Stands in where a station only checks in, so that attendance and pain can be read. */
const NO_TEST = { id: '', criteria: [], requiredViews: ['FRONT'] } as unknown as Test;

export type { State };
