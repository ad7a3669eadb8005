import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import { api, ask, Problem, session, type Schemas } from '../api/client';

export type FactSent = Schemas['FactsFactSent'];

export type Under = Schemas['FactsUnder'];

/** A fact that has not been confirmed by the server yet. */
export interface Waiting {
  key: number;
  screening: string;
  /** The protocol version that the device worked with. */
  under?: Under;
  fact: FactSent;
  refused?: { code: string; sentence: string };
}

interface Boxes extends DBSchema {
  waiting: { key: number; value: Waiting };
}

const PAUSES = [500, 1000, 2000, 5000, 10_000];
const MOST_AT_ONCE = 100;

/**
 * Facts on their way to the server. A fact is on the screen at once, in this device's storage next, and leaves
 * it only when the server has it; the server knows it by its id, so sending it twice does no harm.
 */
export class Outbox {
  waiting = $state<Waiting[]>([]);
  /** What the last delivery met: all well, no network, nobody signed in, or storage that is closed. */
  state = $state<'ok' | 'offline' | 'signed-out'>('ok');
  stored = $state(true);
  /** Whether what was kept on the device has been read; before that nothing is known to be saved. */
  loaded = $state(false);

  #base: Promise<IDBPDatabase<Boxes> | null>;
  #next = Date.now();
  #delivering = false;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #listeners = new Set<() => void>();
  #stopped = false;

  constructor(name = 'rangordnung-outbox') {
    this.#base = openDB<Boxes>(name, 1, {
      upgrade: (base) => void base.createObjectStore('waiting', { keyPath: 'key' }),
    }).catch(() => {
      this.stored = false;
      return null;
    });
    void this.#load();
    globalThis.addEventListener('online', () => this.nudge());
  }

  async #load(): Promise<void> {
    const base = await this.#base;
    const kept = (await base?.getAll('waiting')) ?? [];
    const known = new Set(this.waiting.map((w) => w.key));
    const older = kept.filter((w) => !known.has(w.key));
    this.waiting = [...older, ...this.waiting];
    this.#next = Math.max(this.#next, ...this.waiting.map((w) => w.key + 1));
    this.loaded = true;
    if (older.length) this.nudge();
  }

  get refused(): Waiting[] {
    return this.waiting.filter((w) => w.refused);
  }

  get pending(): number {
    return this.waiting.length - this.refused.length;
  }

  /** Facts of one screening that the server may not know yet, in order. */
  of(screening: string): FactSent[] {
    return this.waiting.filter((w) => w.screening === screening && !w.refused).map((w) => w.fact);
  }

  /** Calls back whenever a delivery has arrived. */
  onDelivered(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  put(screening: string, facts: FactSent[], under: Under): void {
    const added = facts.map((fact) => ({ key: this.#next++, screening, under, fact }));
    this.waiting.push(...added);
    void this.#keep(added).then(() => this.#deliver());
  }

  async #keep(added: Waiting[]): Promise<void> {
    try {
      const base = await this.#base;
      if (!base) return;
      const transaction = base.transaction('waiting', 'readwrite');
      await Promise.all([...added.map((w) => transaction.store.put(w)), transaction.done]);
    } catch {
      this.stored = false; // storage full or closed: said in the interface, delivery goes on from memory
    }
  }

  /** Leaves everything to the next outbox of the same name, as a closed page does. */
  async stop(): Promise<void> {
    this.#stopped = true;
    clearTimeout(this.#timer);
    (await this.#base)?.close();
  }

  /** Tries at once, whatever pause was due. */
  nudge(): void {
    this.#failures = 0;
    clearTimeout(this.#timer);
    void this.#deliver();
  }

  /** Refused facts are offered again, or given up by the rater. */
  retryRefused(): void {
    for (const w of this.waiting) delete w.refused;
    this.nudge();
  }

  async giveUpRefused(): Promise<void> {
    await this.#drop(this.refused);
  }

  async #drop(done: Waiting[]): Promise<void> {
    const keys = new Set(done.map((w) => w.key));
    const base = await this.#base;
    try {
      const transaction = base?.transaction('waiting', 'readwrite');
      if (transaction)
        await Promise.all([
          ...[...keys].map((key) => transaction.store.delete(key)),
          transaction.done,
        ]);
    } catch {
      this.stored = false;
    }
    this.waiting = this.waiting.filter((w) => !keys.has(w.key));
  }

  async #deliver(): Promise<void> {
    if (this.#delivering || this.#stopped) return;
    this.#delivering = true;
    try {
      for (;;) {
        const first = this.waiting.find((w) => !w.refused);
        if (!first) break;
        const batch = this.waiting
          .filter(
            (w) => !w.refused && w.screening === first.screening && same(w.under, first.under),
          )
          .slice(0, MOST_AT_ONCE);
        if (!(await this.#send(batch))) return;
      }
      this.state = 'ok';
    } finally {
      this.#delivering = false;
    }
  }

  /** Whether the next batch may follow at once. */
  async #send(batch: Waiting[]): Promise<boolean> {
    const screening = batch[0]?.screening ?? '';
    try {
      await ask(
        api.POST('/api/screenings/{id}/facts', {
          params: { path: { id: screening } },
          body: {
            facts: batch.map((w) => w.fact),
            ...(batch[0]?.under && { under: batch[0].under }),
          },
        }),
      );
    } catch (error) {
      return this.#failed(error, batch);
    }
    this.#failures = 0;
    await this.#drop(batch);
    this.#listeners.forEach((listener) => listener());
    return true;
  }

  async #failed(error: unknown, batch: Waiting[]): Promise<boolean> {
    const problem = error instanceof Problem ? error : new Problem(0, 'offline', '');
    if (problem.code === 'forbidden' && this.#failures === 0) {
      // The token against forged requests may be old; it comes anew with the session.
      this.#failures++;
      await session().catch(() => null);
      return this.#send(batch);
    }
    if (problem.status === 401) {
      this.state = 'signed-out';
      this.#later();
      return false;
    }
    if (problem.status === 0 || problem.status >= 500 || problem.status === 429) {
      this.state = 'offline';
      this.#later();
      return false;
    }
    if (batch.length > 1) {
      // One bad fact must not hold the others: find it by sending them one by one.
      for (const one of batch) if (!(await this.#send([one]))) return false;
      return true;
    }
    for (const w of batch) w.refused = { code: problem.code, sentence: problem.message };
    return true;
  }

  #later(): void {
    const pause = PAUSES[Math.min(this.#failures++, PAUSES.length - 1)];
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#deliver(), pause);
  }
}

function same(one: Under | undefined, other: Under | undefined): boolean {
  return one?.protocol === other?.protocol && one?.version === other?.version;
}

export const outbox = new Outbox();
