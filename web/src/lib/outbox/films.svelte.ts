import { openDB, type DBSchema } from 'idb';
import { api, ask, Problem, type Schemas } from '../api/client';
import { joined, measuredIn, ofSimulated } from '../record/measured';
import { outbox } from './outbox.svelte';
import type { Under } from './queue';

type Film = Schemas['MeasuringControllerFilmSent'];

/** A film of a station as landmarks, which waits for a network to be measured. */
export interface WaitingFilm {
  id: string;
  at: string;
  account: string;
  film: Film;
  test: Schemas['TestDefinition'];
  under: Under;
  /** Its author may replace what anybody measured. */
  lead: boolean;
  /** Nobody was filmed: a drawn athlete stood in. */
  drawn: boolean;
  /** Why nothing came of it. */
  refused?: { code: string; sentence: string; details: Record<string, unknown> };
}

interface Box extends DBSchema {
  films: { key: string; value: WaitingFilm };
}

const AGAIN = 10_000;
/** Problems that pass by themselves. */
const PASSES = [0, 401, 408, 429, 502, 503, 504];

/**
 * Films that were taken without a network. The server measures each of them once it can be reached, and what it measured goes
 * through the outbox like anything else; until both are on the disk the film stays. The facts of a film have ids that follow
 * from the film's, so that measuring it twice writes nothing twice.
 */
export class Films {
  waiting = $state.raw<WaitingFilm[]>([]);
  #base = openDB<Box>('rangordnung-films', 1, {
    upgrade: (base) => void base.createObjectStore('films', { keyPath: 'id' }),
  }).catch(() => null);
  #working = false;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    void this.#load().then(() => this.deliver());
    globalThis.addEventListener('online', () => void this.deliver());
  }

  async #load(): Promise<void> {
    this.waiting = (await (await this.#base)?.getAll('films').catch(() => [])) ?? [];
  }

  /** Those of the account that is signed in. */
  get own(): WaitingFilm[] {
    return this.waiting.filter((w) => w.account === outbox.author?.id);
  }

  /** Keeps a film; false where the device has no room for it. */
  async put(film: Omit<WaitingFilm, 'account'>): Promise<boolean> {
    const kept = { ...film, account: outbox.author?.id ?? '' };
    if (!(await this.#write(kept))) return false;
    void this.deliver();
    return true;
  }

  async #write(film: WaitingFilm): Promise<boolean> {
    try {
      const base = await this.#base;
      if (!base) return false;
      await base.put('films', film);
      this.waiting = [...this.waiting.filter((w) => w.id !== film.id), film];
      return true;
    } catch {
      return false;
    }
  }

  async discard(id: string): Promise<void> {
    await (await this.#base)?.delete('films', id);
    this.waiting = this.waiting.filter((w) => w.id !== id);
  }

  /** Has the server measure what waits, the oldest first. */
  async deliver(): Promise<void> {
    if (this.#working) return;
    this.#working = true;
    clearTimeout(this.#timer);
    let left = 0;
    for (const film of this.own.filter((w) => !w.refused))
      await this.#measure(film).catch(() => left++);
    this.#working = false;
    if (left) this.#timer = setTimeout(() => void this.deliver(), AGAIN);
  }

  async #measure(waiting: WaitingFilm): Promise<void> {
    const { film, test, at } = waiting;
    try {
      const measured = await ask(api.POST('/api/measuring/film', { body: film }));
      if (!measured.facts.length)
        return void (await this.#refuse(waiting, {
          code: 'film-without-values',
          sentence: '',
          details: { findings: measured.report.findings },
        }));
      const book = await ask(
        api.GET('/api/screenings/{id}/facts', {
          params: { path: { id: film.screening }, query: { athlete: film.athlete } },
        }),
      );
      const may = (w: { author?: string }) => waiting.lead || w.author === waiting.account;
      const before = measuredIn(
        [...book, ...outbox.of(film.screening).filter((f) => f.athlete === film.athlete)],
        film.trial,
        may,
      );
      const facts = waiting.drawn ? ofSimulated(measured.facts) : measured.facts;
      const sending = joined(facts, test, { trial: film.trial, measured: before });
      const ids = await Promise.all(sending.map((_, i) => idOf(waiting.id, i)));
      outbox.put(
        film.screening,
        sending.map((f, i) => ({ id: ids[i]!, athlete: film.athlete, at, ...f })),
        waiting.under,
      );
      await outbox.settled();
      await this.discard(waiting.id);
    } catch (error) {
      const problem = error instanceof Problem ? error : new Problem(0, 'offline', '');
      if (PASSES.includes(problem.status) || problem.status >= 500) throw problem;
      const { code, message: sentence, details } = problem;
      await this.#refuse(waiting, { code, sentence, details });
    }
  }

  async #refuse(film: WaitingFilm, refused: NonNullable<WaitingFilm['refused']>): Promise<void> {
    await this.#write({ ...film, refused });
  }
}

/** The id of a fact of a film: the same each time (RFC 9562, version 8). */
async function idOf(film: string, number: number): Promise<string> {
  const name = new TextEncoder().encode(`${film} ${number}`);
  const bytes = new Uint8Array(await crypto.subtle.digest('SHA-256', name)).slice(0, 16);
  bytes[6] = (bytes[6]! & 0x0f) | 0x80;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = [...bytes].map((b) => b.toString(16).padStart(2, '0')).join('');
  return [8, 12, 16, 20, 32].map((to, i) => hex.slice([0, 8, 12, 16, 20][i], to)).join('-');
}

export const films = new Films();
