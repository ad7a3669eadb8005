import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { Schemas } from '../api/client';
import type { FactSent } from '../record/book';

export type Under = Schemas['FactsUnder'];

/** What happened in a session, as a device sends it. */
export type TrainingSent = Schemas['TrainingSessionsFactSent'];

/** A fact that has not been confirmed by the server yet. */
export interface Waiting {
  /** The fact's own id. */
  id: string;
  /** Its place among all that wait on this device. */
  order: number;
  /** Who made it; it is sent under no other account. */
  account: string;
  name: string;
  screening: string;
  /** The protocol version that the device worked with. */
  under?: Under;
  /** Of what happened in a session: the block that it belongs to. */
  block?: string;
  fact: FactSent | TrainingSent;
  /** The server will not take it as it is. */
  refused?: { code: string; sentence: string; details: Record<string, unknown> };
  /** The server failed over it, perhaps with an incident. */
  failed?: { incident?: string };
}

interface Old {
  key: number;
  screening: string;
  under?: Under;
  fact: FactSent;
}

interface Boxes extends DBSchema {
  waiting: { key: number; value: Old };
  queue: { key: string; value: Waiting };
}

/** What waits, in this device's storage: shared by all pages of the browser. */
export class Queue {
  #base: Promise<IDBPDatabase<Boxes> | null>;
  #channel: BroadcastChannel | null;

  /**
   * @param before whose the facts are that an older version of this page has left without saying so
   * @param changed called when another page has put something in or taken something out
   */
  constructor(name: string, before: () => { account: string; name: string }, changed: () => void) {
    this.#base = openDB<Boxes>(name, 2, {
      upgrade(base, from, _to, transaction) {
        const queue = base.createObjectStore('queue', { keyPath: 'id' });
        if (from !== 1) return;
        const taken = transaction.objectStore('waiting').getAll();
        void taken.then(async (all) => {
          for (const { key: order, screening, under, fact } of all)
            await queue.put({
              ...before(),
              id: fact.id,
              order,
              screening,
              ...(under && { under }),
              fact,
            });
          base.deleteObjectStore('waiting');
        });
      },
    }).catch(() => null);
    this.#channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(name);
    if (this.#channel) this.#channel.onmessage = changed;
  }

  /** Everything that waits, oldest first; null where the storage is closed. */
  async all(): Promise<Waiting[] | null> {
    const all = await (await this.#base)?.getAll('queue').catch(() => null);
    return all?.sort((a, b) => a.order - b.order) ?? null;
  }

  /** Keeps facts, or what has become of them; true once they are on the disk. */
  keep(facts: Waiting[]): Promise<boolean> {
    return this.#write((store) => facts.map((f) => store.put(f)));
  }

  drop(ids: string[]): Promise<boolean> {
    return this.#write((store) => ids.map((id) => store.delete(id)));
  }

  async #write(
    work: (store: {
      put: (f: Waiting) => Promise<unknown>;
      delete: (id: string) => Promise<unknown>;
    }) => Promise<unknown>[],
  ): Promise<boolean> {
    try {
      const base = await this.#base;
      if (!base) return false;
      const transaction = base.transaction('queue', 'readwrite', { durability: 'strict' });
      await Promise.all([...work(transaction.store), transaction.done]);
      this.#channel?.postMessage('changed');
      return true;
    } catch {
      return false;
    }
  }

  async close(): Promise<void> {
    this.#channel?.close();
    (await this.#base)?.close();
  }
}
