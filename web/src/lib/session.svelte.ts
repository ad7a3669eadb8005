import { api, ask, Problem, session as load, type Schemas } from './api/client';
import { forgetStations } from './outbox/kept';
import { LAST, lastOne, outbox } from './outbox/outbox.svelte';

export type Me = Schemas['SessionControllerMe'];

const LEAVING = 'rangordnung-leaving';
const LEAVE_AGAIN = 5000;

/** Who is signed in, for the whole page. */
class Session {
  me = $state<Me | null>(null);
  demo = $state(false);
  setupNeeded = $state(false);
  loaded = $state(false);
  failed = $state<unknown>(null);
  /** Signed out on this device while the server could not be reached: the session ends as soon as it can. */
  leaving = $state(false);

  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor() {
    globalThis.addEventListener('online', () => {
      if (this.leaving) void this.load();
    });
  }

  /** All rosters and screenings are in these hands. */
  get lead(): boolean {
    return this.owner || this.me?.role === 'LEAD';
  }

  get owner(): boolean {
    return this.me?.role === 'OWNER';
  }

  /** Looks at results and changes nothing. */
  get viewer(): boolean {
    return this.me?.role === 'VIEWER';
  }

  /** A helper's station, as the pass says. */
  get opened() {
    return this.me?.opened ?? null;
  }

  async load(): Promise<void> {
    this.failed = null;
    this.leaving = localStorage.getItem(LEAVING) !== null;
    try {
      let state = await load();
      if (this.leaving) {
        if (state.me) {
          await ask(api.DELETE('/api/session'));
          state = await load();
        }
        this.left();
      }
      this.demo = state.demo;
      this.setupNeeded = state.setupNeeded;
      this.#become(state.me ?? null);
      if (this.me) localStorage.setItem(LAST, JSON.stringify(this.me));
    } catch (error) {
      // Without a network a station goes on as whoever was here last; the server checks all that arrives.
      const last = this.leaving ? null : lastOne<Me>();
      const away = error instanceof Problem && error.offline;
      if (away && (last || this.leaving)) {
        this.#become(last);
        if (this.leaving) this.#leaveAgain();
      } else this.failed = error;
    }
  }

  #become(me: Me | null): void {
    this.me = me;
    this.loaded = true;
    outbox.signedIn(me);
  }

  #leaveAgain(): void {
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => void this.load(), LEAVE_AGAIN);
  }

  /** Signs out here and now; without a network the server hears of it later. What waits to be saved stays on the device. */
  async leave(): Promise<void> {
    localStorage.setItem(LEAVING, '1');
    await forget();
    await this.load();
  }

  /** A new session has begun, or the old one has ended: there is nothing left to end. */
  left(): void {
    clearTimeout(this.#timer);
    localStorage.removeItem(LEAVING);
    this.leaving = false;
  }
}

/** Leaves nothing of the session on the device, but for what waits to be saved. */
export async function forget(): Promise<void> {
  localStorage.removeItem(LAST);
  await forgetStations();
}

export const session = new Session();
