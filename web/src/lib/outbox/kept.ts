import { openDB, type DBSchema } from 'idb';
import type { Schemas } from '../api/client';
import type { Known } from '../record/book';
import type { TrainingSent } from './queue';

/** A station as this device last knew it, so that it starts without a network. */
export interface KeptStation {
  key: string;
  view: Schemas['StationStationView'];
  books: Record<string, Known[]>;
  at: number;
}

/** A session as this device last knew it, with what was told on it since. */
export interface KeptSession {
  key: string;
  view: Schemas['TrainingSessionsSessionView'];
  told: TrainingSent[];
  at: number;
}

interface Shelf extends DBSchema {
  station: { key: string; value: KeptStation };
  session: { key: string; value: KeptSession };
}
type Kind = 'station' | 'session';
const KINDS: Kind[] = ['station', 'session'];

const LONGEST = 36 * 60 * 60 * 1000; // a day and a half, then a phone forgets whom it has seen

/** Goes up whenever a station gets parts that its screens rely on; what an older version kept is fetched again. */
const VERSION = 3;

const shelf = openDB<Shelf>('rangordnung-station', VERSION, {
  upgrade: (base, before) => {
    if (before) base.deleteObjectStore('station');
    for (const kind of KINDS) base.createObjectStore(kind, { keyPath: 'key' });
  },
}).catch(() => null);

export function stationKey(screening: string, station: string | undefined): string {
  return `${screening}/${station ?? ''}`;
}

export function sessionKey(block: string, session: string): string {
  return `${block}/${session}`;
}

export const keptStation = (key: string) => kept('station', key);
export const keptSession = (key: string) => kept('session', key);

/** What was kept, unless it is too old; old ones are thrown away. */
async function kept<K extends Kind>(kind: K, key: string): Promise<Shelf[K]['value'] | null> {
  const base = await shelf;
  const all = (await base?.getAll(kind).catch(() => [])) ?? [];
  const old = all.filter((s) => Date.now() - s.at > LONGEST);
  for (const s of old) await base?.delete(kind, s.key);
  return all.find((s) => s.key === key && !old.includes(s)) ?? null;
}

export const keepStation = (station: KeptStation) => keep('station', station);
export const keepSession = (session: KeptSession) => keep('session', session);

/** Keeps a station or a session; whether there was room for it. */
async function keep<K extends Kind>(kind: K, value: Shelf[K]['value']): Promise<boolean> {
  try {
    await (await shelf)?.put(kind, value);
    return true;
  } catch {
    return false;
  }
}

/** Forgets everything about athletes on this device, as at signing out. */
export async function forgetStations(): Promise<void> {
  for (const kind of KINDS) await (await shelf)?.clear(kind).catch(() => undefined);
}
