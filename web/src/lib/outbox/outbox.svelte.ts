import { api, ask, Problem, session } from '../api/client';
import type { FactSent } from '../record/book';
import { Queue, type TrainingSent, type Under, type Waiting } from './queue';

export type { TrainingSent, Under, Waiting };

/** Who works on this page. */
export interface Author {
  id: string;
  name: string;
}

const PAUSES = [500, 1000, 2000, 5000, 10_000];
const KEEP_AGAIN = 3000;
const FAILED_AGAIN = 120_000;
const MOST_AT_ONCE = 100;
/** The server is there and asks to wait. */
const LATER = [408, 429, 502, 503, 504];

/**
 * Facts on their way to the server. A fact is on the screen at once, in this device's storage next, and leaves
 * it only when the server has it; the server knows it by its id, so sending it twice does no harm. A fact is
 * sent only while the account that made it is signed in. All pages of a browser share one queue.
 */
export class Outbox {
  waiting = $state.raw<Waiting[]>([]);
  /** What the last delivery met: all well, no network, a server that asks to wait or fails, or nobody signed in. */
  state = $state<'ok' | 'offline' | 'trouble' | 'signed-out'>('ok');
  /** Whether what was kept on the device has been read; before that nothing is known to be saved. */
  loaded = $state(false);
  author = $state.raw<Author | null>(null);
  /** The device has no room for what a station would need without a network. */
  crowded = $state(false);

  /** Facts that are in this page's memory only, since the device has no room. */
  #unkept = $state.raw<ReadonlySet<string>>(new Set());
  #closed = $state(false);
  #lockName: string;
  #queue: Queue;
  #last = 0;
  #delivering = false;
  #again = false;
  #failures = 0;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #keeping: ReturnType<typeof setTimeout> | undefined;
  #listeners = new Set<() => void>();
  #stopped = false;
  #kept: Promise<void> = Promise.resolve();

  constructor(name = 'rangordnung-outbox', before = (): Author => ({ id: '', name: '' })) {
    this.#lockName = name;
    this.#queue = new Queue(
      name,
      () => ({ account: before().id, name: before().name }),
      () => void this.#look(),
    );
    void this.#look().then(() => {
      this.loaded = true;
      this.nudge();
    });
    globalThis.addEventListener('online', () => this.nudge());
    globalThis.addEventListener('beforeunload', (event) => {
      if (this.#unkept.size) event.preventDefault();
    });
  }

  /** Takes in what is in the storage: what other pages have put there, without what they have sent. */
  async #look(): Promise<void> {
    const kept = await this.#queue.all();
    this.#closed = kept === null;
    if (!kept) return;
    const there = new Set(kept.map((w) => w.id));
    const gone = this.waiting.some((w) => !there.has(w.id) && !this.#unkept.has(w.id));
    this.#set([...kept, ...this.waiting.filter((w) => this.#unkept.has(w.id) && !there.has(w.id))]);
    if (gone) this.#listeners.forEach((listener) => listener());
  }

  #set(all: Waiting[]): void {
    this.waiting = all.sort((a, b) => a.order - b.order);
    this.#last = Math.max(this.#last, this.waiting.at(-1)?.order ?? 0);
  }

  /** Whether everything that waits is on the disk. */
  get stored(): boolean {
    return !this.#closed && this.#unkept.size === 0;
  }

  /** What waits of the account that is signed in. */
  get own(): Waiting[] {
    return this.waiting.filter((w) => w.account === this.author?.id);
  }

  /** How many wait of each account that is not signed in here. */
  get others(): { name: string; count: number }[] {
    const names = new Map<string, { name: string; count: number }>();
    for (const w of this.waiting)
      if (w.account !== this.author?.id) {
        const of = names.get(w.account) ?? { name: w.name, count: 0 };
        names.set(w.account, { ...of, count: of.count + 1 });
      }
    return [...names.values()];
  }

  get refused(): Waiting[] {
    return this.own.filter((w) => w.refused);
  }

  /** Those over which the server failed; they are tried again now and then. */
  get failed(): Waiting[] {
    return this.own.filter((w) => w.failed);
  }

  get pending(): number {
    return this.own.filter((w) => !w.refused && !w.failed).length;
  }

  /** Own facts of one screening that the server may not know yet, in order. */
  of(screening: string): FactSent[] {
    return this.own
      .filter((w) => !w.block && w.screening === screening && !w.refused)
      .map((w) => w.fact as FactSent);
  }

  /** Own facts of the sessions of a block that the server may not know yet, in order. */
  ofBlock(block: string): TrainingSent[] {
    return this.own
      .filter((w) => w.block === block && !w.refused)
      .map((w) => w.fact as TrainingSent);
  }

  /** Calls back whenever a delivery has arrived. */
  onDelivered(listener: () => void): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Says who works here from now on; what others made waits for them. */
  signedIn(author: Author | null): void {
    const same = author?.id === this.author?.id;
    this.author = author;
    if (author && !same) this.nudge();
  }

  put(screening: string, facts: FactSent[], under: Under): void {
    this.#add(facts.map((fact) => ({ screening, under, fact })));
  }

  /** Puts in what happened in a session of a block. */
  putTraining(screening: string, block: string, facts: TrainingSent[]): void {
    this.#add(facts.map((fact) => ({ screening, block, fact })));
  }

  #add(facts: Pick<Waiting, 'screening' | 'under' | 'block' | 'fact'>[]): void {
    const { id: account, name } = this.author ?? { id: '', name: '' };
    const added = facts.map((one): Waiting => {
      this.#last = Math.max(this.#last + 1, Date.now());
      return { id: one.fact.id, order: this.#last, account, name, ...one };
    });
    this.waiting = [...this.waiting, ...added];
    this.#unkept = new Set([...this.#unkept, ...added.map((w) => w.id)]);
    this.#kept = Promise.all([this.#kept, this.#keep(added)]).then(() => undefined);
    void this.#kept.then(() => this.#deliver());
  }

  /** Once everything that was put in is on the disk, or known to have no room there. */
  settled(): Promise<void> {
    return this.#kept;
  }

  async #keep(facts: Waiting[]): Promise<void> {
    if (await this.#queue.keep(facts)) {
      const kept = new Set(facts.map((f) => f.id));
      this.#unkept = new Set([...this.#unkept].filter((id) => !kept.has(id)));
      this.#closed = false;
      return;
    }
    clearTimeout(this.#keeping);
    if (this.#stopped) return;
    // no room: it stays in memory, delivery goes on, and room is looked for again
    this.#keeping = setTimeout(() => {
      const left = this.waiting.filter((w) => this.#unkept.has(w.id));
      if (left.length) void this.#keep(left);
    }, KEEP_AGAIN);
  }

  /** Leaves everything to the next outbox of the same name, as a closed page does. */
  async stop(): Promise<void> {
    this.#stopped = true;
    clearTimeout(this.#timer);
    clearTimeout(this.#keeping);
    await this.#queue.close();
  }

  /** Tries at once, whatever pause was due. */
  nudge(): void {
    this.#failures = 0;
    clearTimeout(this.#timer);
    void this.#deliver();
  }

  /** Offers what was refused, and what the server failed over, once more. */
  retry(): void {
    this.#become(this.own, untried);
    this.nudge();
  }

  async discard(facts: Waiting[]): Promise<void> {
    await this.#drop(facts);
  }

  #become(some: Waiting[], change: (w: Waiting) => Waiting): void {
    const changed = new Map(some.map((w) => [w.id, change(w)]));
    this.waiting = this.waiting.map((w) => changed.get(w.id) ?? w);
    void this.#queue.keep([...changed.values()]);
  }

  async #drop(done: Waiting[]): Promise<void> {
    const ids = new Set(done.map((w) => w.id));
    await this.#queue.drop([...ids]);
    this.waiting = this.waiting.filter((w) => !ids.has(w.id));
    this.#unkept = new Set([...this.#unkept].filter((id) => !ids.has(id)));
  }

  async #deliver(): Promise<void> {
    if (this.#delivering || this.#stopped || !this.loaded) {
      this.#again = this.#delivering;
      return;
    }
    this.#delivering = true;
    try {
      // one page sends at a time; what it has sent is gone from the storage when the next one looks
      await alone(this.#lockName, async () => {
        await this.#look();
        await this.#deliverAll();
      });
    } finally {
      this.#delivering = false;
    }
    if (this.#again && !this.#stopped) {
      this.#again = false;
      void this.#deliver();
    }
  }

  async #deliverAll(): Promise<void> {
    for (;;) {
      const ready = this.#ready();
      const first = ready[0];
      if (!first) break;
      if (this.#stopped) return;
      const other = ready.findIndex(
        (w) =>
          w.screening !== first.screening || w.block !== first.block || !same(w.under, first.under),
      );
      const batch = ready.slice(0, Math.min(other < 0 ? ready.length : other, MOST_AT_ONCE));
      if (!(await this.#send(batch))) return;
    }
    this.state = 'ok';
    if (this.failed.length) {
      clearTimeout(this.#timer);
      this.#timer = setTimeout(() => {
        this.#become(this.failed, untried);
        void this.#deliver();
      }, FAILED_AGAIN);
    }
  }

  /** What may be sent: not what the server did not take, nor what stands on that and would be refused without it. */
  #ready(): Waiting[] {
    const left = this.own.filter((w) => w.failed || w.refused);
    const facts = new Set(left.map((w) => w.id));
    const trials = new Set(
      left.flatMap((w) => (w.fact.fact.kind === 'trialOpened' ? [w.fact.fact.trial] : [])),
    );
    return this.own.filter(
      ({ id, fact: sent }) =>
        !facts.has(id) &&
        !('supersedes' in sent && sent.supersedes && facts.has(sent.supersedes)) &&
        !('trial' in sent.fact && sent.fact.trial && trials.has(sent.fact.trial)),
    );
  }

  /** Whether the next batch may follow at once. */
  async #send(batch: Waiting[]): Promise<boolean> {
    try {
      await ask<unknown>(delivery(batch));
    } catch (error) {
      return this.#notSent(error, batch);
    }
    this.#failures = 0;
    await this.#drop(batch);
    this.#listeners.forEach((listener) => listener());
    return true;
  }

  async #notSent(error: unknown, batch: Waiting[]): Promise<boolean> {
    const problem = error instanceof Problem ? error : new Problem(0, 'offline', '');
    if (problem.code === 'forbidden' && this.#failures === 0) {
      // The token against forged requests may be old; it comes anew with the session.
      this.#failures++;
      await session().catch(() => null);
      return this.#send(batch);
    }
    if (problem.status === 401) return this.#later('signed-out');
    if (problem.status === 0) return this.#later('offline');
    if (LATER.includes(problem.status)) return this.#later('trouble');
    if (batch.length > 1) {
      // One bad fact must not hold the others: find it by sending them one by one.
      for (const one of batch) if (!(await this.#send([one]))) return false;
      return true;
    }
    const { code, message: sentence, details } = problem;
    const incident = details['incident'];
    this.#become(batch, (w) =>
      problem.status >= 500
        ? { ...w, failed: typeof incident === 'string' ? { incident } : {} }
        : { ...w, refused: { code, sentence, details } },
    );
    return true;
  }

  #later(state: 'offline' | 'trouble' | 'signed-out'): false {
    this.state = state;
    this.#again = false;
    const pause = PAUSES[Math.min(this.#failures++, PAUSES.length - 1)];
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.#deliver(), pause);
    return false;
  }
}

/** Sends a batch to where it belongs: a screening, or a block. */
function delivery(batch: Waiting[]) {
  const { screening = '', block, under, account } = batch[0] ?? {};
  const author = account ? { author: account } : {};
  return block
    ? api.POST('/api/blocks/{id}/facts', {
        params: { path: { id: block } },
        body: { facts: batch.map((w) => w.fact as TrainingSent), ...author },
      })
    : api.POST('/api/screenings/{id}/facts', {
        params: { path: { id: screening } },
        body: { facts: batch.map((w) => w.fact as FactSent), ...(under && { under }), ...author },
      });
}

/** As if it had never been sent. */
function untried(w: Waiting): Waiting {
  const again = { ...w };
  delete again.refused;
  delete again.failed;
  return again;
}

/** Does work while no other page of this browser does the same. */
function alone(name: string, work: () => Promise<void>): Promise<void> {
  const locks = globalThis.navigator?.locks as LockManager | undefined;
  return locks ? locks.request(name, work) : work();
}

function same(one: Under | undefined, other: Under | undefined): boolean {
  return one?.protocol === other?.protocol && one?.version === other?.version;
}

/** Who was here last, for pages without a network and for facts of an older version of this page. */
export function lastOne<T extends Author>(): T | null {
  try {
    return JSON.parse(localStorage.getItem(LAST) ?? 'null') as T | null;
  } catch {
    return null;
  }
}

export const LAST = 'rangordnung-last';

export const outbox = new Outbox(undefined, () => lastOne<Author>() ?? { id: '', name: '' });
