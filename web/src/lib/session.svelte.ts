import { session as load, type Schemas } from './api/client';
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

  async load(): Promise<void> {
    this.failed = null;
    try {
      const state = await load();
      this.me = state.me ?? null;
      this.demo = state.demo;
      this.setupNeeded = state.setupNeeded;
      this.loaded = true;
      if (this.me) outbox.nudge();
    } catch (error) {
      this.failed = error;
    }
  }
}

export const session = new Session();
