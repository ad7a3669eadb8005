import { api, ask, type Schemas } from '../../lib/api/client';
import { keepSession, sessionKey, type KeptSession } from '../../lib/outbox/kept';
import { outbox, type TrainingSent } from '../../lib/outbox/outbox.svelte';
import { given } from '../../lib/given';
import { stops } from '../../lib/record/book';

export type View = Schemas['TrainingSessionsSessionView'];
export type Athlete = Schemas['TrainingSessionsSessionAthlete'];
type Fact = TrainingSent['fact'];
type Done = Schemas['TrainingFactDone'];
type Grade = NonNullable<Schemas['SessionRecord']['look']>;

/** A session at the leader's hand: what the server knows, and what was told here since. */
export class SessionDesk {
  view = $state.raw<View>() as View;
  /** Told on this device, and perhaps not in what the server has answered yet. */
  #told = $state.raw<TrainingSent[]>([]);

  constructor(view: View, kept: KeptSession | null) {
    this.view = view;
    const waiting = outbox.ofBlock(view.block);
    const known = new Set(waiting.map((w) => w.id));
    this.#told = [...(kept?.told ?? []).filter((t) => !known.has(t.id)), ...waiting].filter(
      (t) => t.fact.session === view.session,
    );
  }

  static read(block: string, session: string): Promise<View> {
    return ask(
      api.GET('/api/blocks/{id}/sessions/{session}', {
        params: { path: { id: block, session: Number(session) } },
      }),
    );
  }

  /** What has changed on the server; what still waits here is newer. */
  refresh(view: View): void {
    this.view = view;
    const waiting = new Set(outbox.ofBlock(view.block).map((w) => w.id));
    this.#told = this.#told.filter((t) => waiting.has(t.id));
    void this.keep();
  }

  async keep(): Promise<void> {
    const { block, session } = this.view;
    const stored = await keepSession({
      key: sessionKey(block, String(session)),
      view: this.view,
      told: this.#told,
      at: Date.now(),
    });
    outbox.crowded = !stored;
  }

  get date(): Schemas['SeasonSession'] {
    return this.view.plan.block.sessions[this.view.session]!;
  }

  ofGroup(group: number): Athlete[] {
    return this.view.athletes.filter((a) => a.prescription.group === group);
  }

  /** An athlete's record with what was told here. */
  record(athlete: Athlete): Schemas['SessionRecord'] {
    return this.#told
      .filter((t) => t.athlete === athlete.prescription.athlete)
      .reduce((record, { fact }) => told(record, fact), athlete.record);
  }

  stopped(athlete: Athlete): boolean {
    const { stopsFrom, stoppingSigns } = this.view;
    return this.record(athlete).pains.some((pain) => stops(pain, stopsFrom, stoppingSigns));
  }

  /** Whether somebody may train now. */
  trains(athlete: Athlete): boolean {
    return !athlete.held && !this.stopped(athlete);
  }

  tell(athletes: Athlete[], fact: Fact): void {
    const sent = athletes.map((a) => ({
      id: crypto.randomUUID(),
      athlete: a.prescription.athlete,
      at: new Date().toISOString(),
      fact,
    }));
    this.#told = [...this.#told, ...sent];
    outbox.putTraining(this.view.screening.id, this.view.block, sent);
    void this.keep();
  }

  attend(athletes: Athlete[], attendance: Schemas['TrainingFactAttended']['attendance']): void {
    this.tell(athletes, { kind: 'attended', session: this.view.session, attendance });
  }

  /** Everything as it was planned for this session. */
  planned(athlete: Athlete): Done[] {
    return athlete.prescription.work.flatMap(({ part, exercise, byWeek }) => {
      const dose = byWeek[this.view.doseWeek] ?? byWeek.at(-1);
      return dose ? [{ part, exercise, sets: dose.sets, each: dose.each }] : [];
    });
  }

  /** What was done; nothing takes it back. Whoever has trained was there. */
  did(athlete: Athlete, done: Done[], look?: Grade): void {
    if (done.length && this.record(athlete).attendance !== 'PRESENT')
      this.attend([athlete], 'PRESENT');
    this.tell([athlete], {
      kind: 'trained',
      session: this.view.session,
      done,
      ...(look && { look }),
    });
  }

  hurts(athlete: Athlete, report: Schemas['PainReport']): void {
    this.tell([athlete], { kind: 'hurt', session: this.view.session, report });
  }
}

function told(record: Schemas['SessionRecord'], fact: Fact): Schemas['SessionRecord'] {
  switch (fact.kind) {
    case 'attended':
      return { ...record, attendance: fact.attendance };
    case 'hurt':
      return { ...record, pains: [...record.pains, fact.report] };
    case 'trained':
      return given({ ...record, done: fact.done, look: fact.look });
  }
}
