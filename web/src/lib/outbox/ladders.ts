import type { Schemas } from '../api/client';

const KEY = 'rangordnung-ladders';

/** What exercises and aids are called, for a session without a network; there is nobody's data in it. */
export const keptLadders = {
  put(ladders: Schemas['Ladders']): void {
    try {
      localStorage.setItem(KEY, JSON.stringify(ladders));
    } catch {
      // without room the session opens only with a network
    }
  },
  get(): Schemas['Ladders'] | null {
    try {
      return JSON.parse(localStorage.getItem(KEY) ?? 'null') as Schemas['Ladders'] | null;
    } catch {
      return null;
    }
  },
};
