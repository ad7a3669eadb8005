import { Problem, session as load, type Schemas } from './api/client';
import { forgetStations } from './outbox/kept';
import { outbox } from './outbox/outbox.svelte';

export type Me = Schemas['SessionControllerMe'];

/** Who is signed in, for the whole page. */
class Session {
  me = $state<Me | null>(null);
  demo = $state(false);
  setupNeeded = $state(false);
  loaded = $state(false);
  failed = $state<unknown>(null);

  get lead(): boolean {
    return this.me?.role === 'LEAD';
  }

  /** A helper's station, as the pass says. */
  get opened() {
    return this.me?.opened ?? null;
  }

  async load(): Promise<void> {
    this.failed = null;
    try {
      const state = await load();
      this.me = state.me ?? null;
      this.demo = state.demo;
      this.setupNeeded = state.setupNeeded;
      this.loaded = true;
      remember(this.me);
      if (this.me) outbox.nudge();
    } catch (error) {
      // Without a network a station goes on as whoever was here last; the server checks all that arrives.
      const last = lastOne();
      if (error instanceof Problem && error.offline && last) {
        this.me = last;
        this.loaded = true;
      } else this.failed = error;
    }
  }
}

const KEY = 'rangordnung-last';

function remember(me: Me | null): void {
  if (me) localStorage.setItem(KEY, JSON.stringify(me));
}

function lastOne(): Me | null {
  const kept = localStorage.getItem(KEY);
  return kept ? (JSON.parse(kept) as Me) : null;
}

/** Leaves nothing of the session on the device. */
export async function forget(): Promise<void> {
  localStorage.removeItem(KEY);
  await forgetStations();
}

export const session = new Session();
