import type { Schemas } from '../../lib/api/client';
import type { KeptStation } from '../../lib/outbox/kept';
import {
  attemptAt,
  complete,
  markAt,
  place,
  read,
  seen,
  valueAt,
  type FactSent,
  type Known,
  type State,
  type Trial,
} from '../../lib/record/book';
import { joined, measuredIn } from '../../lib/record/measured';
import { doubts, type Doubt } from '../../lib/record/doubts';
import { voided } from '../../lib/record/voided';
import { session } from '../../lib/session.svelte';
import { GRADES, type Grade, type Phase, type Side, type View } from '../../lib/words/judgement';
import {
  Line,
  NO_TEST,
  stopped,
  testOf,
  testsFor,
  testsOf,
  type Station,
  type Test,
} from './line.svelte';
import { differing } from './differing';
import { filmable } from './filming.svelte';
import { Round } from './round.svelte';
import { tasksOf, type Task } from './tasks';
import { changed, compared, offers, type Compared, type Offer } from './retest';

type Criterion = Schemas['Criterion'];
type Fact = FactSent['fact'];
type Conditions = Schemas['Conditions'];

/** What a rater does with an athlete, one after the other; on a phone one of them at a time. */
export const MOMENTS = ['ready', 'look', 'tell', 'next'] as const;
export type Moment = (typeof MOMENTS)[number];

/** A moment; looking has one place for each view. */
export interface Place {
  moment: Moment;
  view?: View;
}

/** What is said of a mark beside its grade. */
export interface More {
  variant?: string;
  worst?: Grade;
  phase?: Phase;
}

/** A look that was asked for elsewhere. */
export interface Asked {
  athlete: string;
  test: string;
  kind: string;
  retest?: string | undefined;
}

/** One performance of a simulated athlete; where legs work one after the other, with the leg in front. */
export type Performance = Schemas['PracticeControllerPerformance'];

/** Where somebody practises: simulated athletes instead of some in the hall, and nothing is sent. */
export interface Stage {
  line: Line;
  performances(athlete: string, view: View): Performance[];
}

/** The rater's desk: the trial at hand, and writing more of it. Every change is one or two facts. */
export class Desk {
  readonly key: string;
  readonly line: Line;
  readonly round: Round;
  /** Nothing where the athletes are in the hall. */
  readonly stage: Stage | null;

  current = $state<string | null>(null);
  view = $state<View>('FRONT');
  repetitions = $state(5);
  /** The place that digits and variants go to. */
  focus = $state.raw<{ criterion: Criterion; side: Side | undefined } | null>(null);
  /** What the next trial is done under; that of the trial at hand once there is one. */
  conditions = $state<Conditions>() as Conditions;
  /** A second look, which does not see what the first rater wrote. */
  second = $state(false);
  moment = $state<Moment>('look');
  /** In practice: whether the athlete is watched rather than marked. */
  watching = $state(true);
  #step = $state(0);

  #testId = $state('');
  #retest = $state.raw<Schemas['FactRetestOf'] | null>(null);
  /** Tests whose set-up was gone through on this device. */
  readonly #setUp = new Set<string>();
  /** Whether somebody has turned or written since the trial was shown. */
  #moved = false;
  #carried: Pick<Conditions, 'load' | 'arms' | 'shoes' | 'aids'> | null = null;
  #trial = $derived.by(() => this.#read(this.test, this.#retest?.retest ?? null));

  constructor(
    station: Station,
    kept: KeptStation | null = null,
    key = '',
    stage: Stage | null = null,
  ) {
    this.key = key;
    this.stage = stage;
    this.line = stage?.line ?? new Line(station, kept, key);
    this.round = new Round(station.screening.id, station.at?.id);
    this.#testId = this.tests[0]?.id ?? '';
    this.call(this.line.after(null));
  }

  get station(): Station {
    return this.line.station;
  }

  /** What is to be done here with the athlete at hand; whoever is not asked for anything may still be looked at. */
  get tests(): Test[] {
    const asked = this.athlete ? testsFor(this.station, this.athlete) : [];
    return asked.length ? asked : testsOf(this.station);
  }

  #definition(id: string): Test | undefined {
    return testOf(this.station, id);
  }

  /** The test of the trial at hand; where only checking in is done, one without anything in it. */
  get test(): Test {
    return this.#definition(this.#testId) ?? NO_TEST;
  }

  get checkIn(): boolean {
    return this.station.at?.checkIn ?? false;
  }

  /** Whether the athlete at hand is to be asked here before anything is looked at. */
  get unasked(): boolean {
    const { asked, attendance, id } = this.#trial;
    return this.station.asks && !this.door && !asked && !attendance && !id;
  }

  /** Where this athlete should have been checked in before coming here; nothing where they were, or where it is done here. */
  get missedDoor(): Schemas['HallSetupStationSetup'] | undefined {
    const { asked, attendance, id } = this.#trial;
    if (this.station.asks || asked || attendance || id) return undefined;
    return this.station.stations.find((s) => s.checkIn);
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

  /** Who performs before the rater, where it is a practice. */
  get performances(): Performance[] {
    return this.stage?.performances(this.current ?? '', this.view) ?? [];
  }

  /** Whether a phone shows the performance, and not the figure to mark on. */
  get watches(): boolean {
    return this.watching && this.performances.length > 0 && !this.done;
  }

  get athlete(): Schemas['StationQueued'] | undefined {
    return this.line.of(this.current);
  }

  get stopped(): boolean {
    return stopped(this.station, this.#trial);
  }

  /** Whether the trial at hand has been seen whole. */
  get done(): boolean {
    return !this.door && complete(this.test, this.#trial);
  }

  /** The next test here that this athlete has not done. */
  get nextTest(): Test | undefined {
    return this.tests.find((t) => !complete(t, this.#read(t, null)));
  }

  /** Whether nobody waits any more, and this athlete has done all that is done here. */
  get finished(): boolean {
    return this.done && !this.#retest && !this.nextTest && this.line.waiting === 0;
  }

  doneWith(test: Test): boolean {
    return complete(test, this.#read(test, null));
  }

  /** Criteria that are seen from the present view. */
  get criteria(): Criterion[] {
    return this.door ? [] : this.test.criteria.filter((c) => c.views.includes(this.view));
  }

  /** What is looked at or measured now, where the screen holds one thing at a time. */
  get task(): Task | undefined {
    return tasksOf(this.criteria)[this.#step];
  }

  /** What comes after it in this view. */
  get nextTask(): Task | undefined {
    return tasksOf(this.criteria)[this.#step + 1];
  }

  /** What came before it in this view. */
  get previousTask(): Task | undefined {
    return tasksOf(this.criteria)[this.#step - 1];
  }

  step(by: 1 | -1): void {
    if (tasksOf(this.criteria)[this.#step + by]) this.#step += by;
  }

  /** What cannot be judged any more in this view, since the heels are up. */
  get lost(): Criterion[] {
    const lost = new Set(voided(this.station.protocol, this.test, this.#trial));
    return this.criteria.filter((c) => lost.has(c));
  }

  /** Whether another rater has a whole trial of this test, so that a second look is possible. */
  get seenByOther(): boolean {
    return this.line
      .book(this.current)
      .some(
        (f) =>
          f.fact.kind === 'trialOpened' &&
          f.fact.test === this.#testId &&
          f.author !== this.station.mine,
      );
  }

  /** What two raters saw so differently that it is more than noise; kept from whoever looks a second time. */
  get differing(): Criterion[] {
    if (this.second || this.#retest || this.door) return [];
    const differ = differing(this.test, this.line.book(this.current), this.station.noise.grades);
    return this.criteria.filter((c) => differ.includes(c));
  }

  #read(test: Test | undefined, retest: string | null, athlete = this.current): Trial {
    const book = this.line.book(athlete);
    const by = this.second ? this.station.mine : null;
    return read(test ?? NO_TEST, book, { retest, by });
  }

  /** Calls an athlete to the station; what others wrote about them is fetched in the background. */
  call(id: string | null): void {
    this.current = id;
    this.second = false;
    this.show((this.nextTest ?? this.tests[0])?.id ?? '');
    if (id && this.athlete?.state !== 'WAITING') void this.#fetch(id);
  }

  /**
   * Begins a look that was asked for elsewhere: an athlete, a test, and whether it is a second look or a retest. What others
   * wrote is read first, since a retest is held against it.
   */
  async begins(look: Asked): Promise<void> {
    if (!this.line.of(look.athlete)) return;
    this.current = look.athlete;
    this.second = false;
    await this.line.fetch(look.athlete);
    if (this.current !== look.athlete) return;
    this.show(this.tests.some((t) => t.id === look.test) ? look.test : this.#testId);
    if (look.kind === 'SECOND_LOOK') this.lookAgain();
    if (look.kind === 'FIRST_LOOK') this.#openView();
    const retest = this.station.protocol.retests.find((r) => r.id === look.retest);
    if (retest && this.done) this.begin(retest);
  }

  /** Looks at whatever could not be told, in the view where that was. */
  #openView(): void {
    const unclear = this.test.criteria.find((c) =>
      [place(c, 'LEFT'), place(c, 'RIGHT'), place(c, undefined)].some(
        (at) => markAt(this.#trial, at).unclear,
      ),
    );
    this.view = this.views.find((v) => unclear?.views.includes(v)) ?? this.view;
    this.goTo('look');
  }

  /** The next look of the second round; false where there is none. */
  async again(): Promise<boolean> {
    const look = this.round.take();
    if (!look) return false;
    await this.begins(look);
    return true;
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

  /** From one moment to another; whoever leaves the first one has seen how this test is set up. */
  goTo(moment: Moment): void {
    this.#moved = true;
    if (this.moment === 'ready' && moment !== 'ready') this.#setUp.add(this.#testId);
    this.moment = moment;
  }

  /** The moments in their order. */
  get places(): Place[] {
    const moments = this.stage ? MOMENTS.filter((moment) => moment !== 'tell') : MOMENTS;
    return moments.flatMap((moment): Place[] =>
      moment === 'look' ? this.views.map((view) => ({ moment, view })) : [{ moment }],
    );
  }

  at({ moment, view }: Place): boolean {
    return this.moment === moment && (!view || this.view === view);
  }

  move({ moment, view }: Place): void {
    if (view && view !== this.view) {
      this.focus = null;
      this.view = view;
      this.watching = true;
    }
    this.goTo(moment);
  }

  /** On to the next moment, or back. */
  turn(by: 1 | -1): void {
    const to = this.places[this.places.findIndex((p) => this.at(p)) + by];
    if (to && !this.stopped) this.move(to);
  }

  /** Where the trial at hand stands: set up once a test, looked at, told apart while a retest would tell more, done. */
  #arrive(): void {
    if (this.stopped) this.moment = 'next';
    else if (!this.done) {
      const begun = this.#retest || this.#trial.id || this.#setUp.has(this.#testId);
      this.moment = begun ? 'look' : 'ready';
    } else this.moment = this.#retest || this.offers.some((o) => !o.done) ? 'tell' : 'next';
  }

  #stand(): void {
    this.focus = null;
    this.#step = 0;
    this.watching = true;
    this.#moved = false;
    if (this.door) return;
    const trial = this.#trial;
    this.#arrive();
    this.view = this.test.requiredViews.find((v) => !seen(trial, v)) ?? this.views[0] ?? 'FRONT';
    this.#takeUp(trial);
  }

  /** Repetitions and conditions as the trial has them, or as one is done that has not begun. */
  #takeUp(trial: Trial): void {
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
    const before = this.#trial.id;
    const read = await this.line.fetch(id);
    if (!read || id !== this.current || this.#retest || this.#trial.id === before) return;
    // whoever has turned to another moment meanwhile stays there
    if (this.#moved) this.#takeUp(this.#trial);
    else this.#stand();
  }

  next(): void {
    if (this.round.looks?.length) void this.again();
    else this.call(this.line.after(this.current));
  }

  /** What others wrote is not corrected or taken back here, unless by the lead: what is written last counts. */
  #replaced(before: Known | undefined): string | undefined {
    return before && (session.lead || before.author === this.station.mine) ? before.id : undefined;
  }

  #write(fact: Fact, before?: Known): FactSent {
    const supersedes = this.#replaced(before);
    const sent: FactSent = {
      id: crypto.randomUUID(),
      athlete: this.current ?? '',
      at: new Date().toISOString(),
      ...(supersedes && { supersedes }),
      fact: $state.snapshot<Fact>(fact),
    };
    this.line.write(sent);
    return sent;
  }

  /** The trial at hand; it is opened by the first thing that is written in it. */
  #open(): string {
    if (this.#trial.id) return this.#trial.id;
    this.#moved = true;
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
    if (opened?.fact.kind === 'trialOpened' && this.#replaced(opened)) {
      this.#write({ ...opened.fact, conditions: this.conditions }, opened);
    }
  }

  mark(criterion: Criterion, side: Side | undefined, grade: Grade, more: More = {}): void {
    if (this.stopped) return;
    if (this.moment === 'ready') this.goTo('look');
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
      before,
    );
  }

  unclear(criterion: Criterion, side: Side | undefined): void {
    if (this.stopped) return;
    if (this.moment === 'ready') this.goTo('look');
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
      before,
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
    const { variant, phase } = now;
    const more = { ...(variant && { variant }), ...(phase && { phase }) };
    this.mark(criterion, side, grade, turned || grade === 'NONE' ? {} : more);
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
      if (this.#replaced(before)) this.#write({ kind: 'removed' }, before);
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
      before,
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
    this.focus = null;
    this.#step = 0;
    const left = this.test.requiredViews.find((v) => !seen(this.#trial, v));
    if (left) this.view = left;
    else this.#arrive();
    this.watching = true;
    this.repetitions = this.test.repetitions.observed;
  }

  /** The trial at hand, opened if it was not: a film that is measured later belongs to it. */
  opened(): string {
    return this.#open();
  }

  /** Writes what a film of the trial at hand was measured to say; it takes the place of an earlier film of the same. */
  filmed(facts: Schemas['FactMeasured'][]): void {
    if (this.stopped) return;
    const trial = this.#open();
    const book = this.line.book(this.current);
    const mine = (w: { author?: string }) => session.lead || w.author === this.station.mine;
    const before = { trial, measured: measuredIn(book, trial, mine) };
    const at = new Date().toISOString();
    for (const one of joined(facts, this.test, before))
      this.line.write({ id: crypto.randomUUID(), athlete: this.current ?? '', at, ...one });
  }

  /** Whether a film of the athlete at hand can be measured here and was allowed. */
  get mayFilm(): boolean {
    const asked = this.#trial.asked;
    const allowed = asked ? asked.film : (this.athlete?.film ?? false);
    return allowed && !this.stage && !this.door && !this.stopped && filmable(this.test);
  }

  /** Retests that would tell the causes of what was marked apart, best first. */
  get offers(): (Offer & { done: boolean })[] {
    if (this.door || this.#retest || this.stopped) return [];
    return offers(this.station, this.test, this.#trial).flatMap((offer) => {
      const { id, otherTest } = offer.retest;
      const test = otherTest ? this.#definition(otherTest) : this.test;
      return test ? [{ ...offer, done: !!this.#read(test, id).id }] : [];
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

  /** The opening of the trial that the retest at hand is held against. */
  get #baseline(): Schemas['FactTrialOpened'] | undefined {
    const opened = this.line
      .book(this.current)
      .findLast(
        (f) => f.fact.kind === 'trialOpened' && f.fact.trial === this.#retest?.baseline,
      )?.fact;
    return opened?.kind === 'trialOpened' ? opened : undefined;
  }

  /** Back from a retest to the trial it is held against. */
  back(): void {
    this.show(this.#baseline?.test ?? this.#testId);
  }

  /** What the retest did to each thing that was marked: grades before and now, and whether that is more than noise. */
  get comparison(): Compared[] {
    const test = this.#retest && this.#definition(this.#baseline?.test ?? '');
    if (!test) return [];
    return compared(
      this.retest,
      { test, trial: this.#read(test, null) },
      { test: this.test, trial: this.#trial },
      this.station.noise.grades,
    );
  }

  /** What makes the retest at hand weaker evidence, as the results will say. */
  get doubts(): Doubt[] {
    const baseline = this.#baseline;
    if (!this.retest || !baseline) return [];
    const test = this.#definition(baseline.test);
    const flagged = this.#trial.flags.size > 0 || this.#read(test, null).flags.size > 0;
    return doubts(this.retest, baseline.conditions, this.conditions, flagged);
  }

  flag(flag: Schemas['FactTrialFlagged']['flag'], words?: string): void {
    const present = this.#trial.flags.get(flag);
    if (present) {
      if (this.#replaced(present)) this.#write({ kind: 'withdrawn' }, present);
    } else
      this.#write({ kind: 'trialFlagged', trial: this.#open(), flag, ...(words && { words }) });
  }

  /** A cue was taught; it is kept apart from every trial. */
  taught(cue: Omit<Schemas['FactCueTried'], 'kind'>): void {
    this.#write({ kind: 'cueTried', ...cue });
  }

  attend(attendance: Schemas['FactAttended']['attendance']): void {
    this.#write({ kind: 'attended', attendance });
  }

  /** Whoever is checked in goes on here, or on to the next where only that is done. */
  checkedIn(): void {
    if (this.door || this.trial.attendance !== 'PRESENT') this.next();
    else this.#stand();
  }

  asked(answers: Omit<Schemas['FactAsked'], 'kind'>): void {
    this.#write({ kind: 'asked', ...answers });
    this.attend(answers.cleared ? 'PRESENT' : 'EXCUSED');
  }

  pain(report: Schemas['PainReport']): void {
    const trial = this.#trial.id;
    this.#write({ kind: 'painReported', ...(trial && { trial }), report });
    if (this.stopped) this.goTo('next');
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
    this.#write({ kind: 'withdrawn' }, last);
    if (last.fact.kind !== 'viewClosed') return;
    this.view = last.fact.view;
    this.goTo('look');
  }

  get undoable(): boolean {
    return this.#last() !== undefined;
  }
}

export type { State };
