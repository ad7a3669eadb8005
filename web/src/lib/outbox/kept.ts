import { openDB, type DBSchema } from 'idb';
import type { Schemas } from '../api/client';
import type { Known } from '../record/book';

/** A station as this device last knew it, so that it starts without a network. */
export interface KeptStation {
  key: string;
  view: Schemas['StationStationView'];
  books: Record<string, Known[]>;
  at: number;
}

interface Shelf extends DBSchema {
  station: { key: string; value: KeptStation };
}

const LONGEST = 36 * 60 * 60 * 1000; // a day and a half, then a phone forgets whom it has seen

/** Goes up whenever a station gets parts that its screens rely on; what an older version kept is fetched again. */
const VERSION = 2;

const shelf = openDB<Shelf>('rangordnung-station', VERSION, {
  upgrade: (base, before) => {
    if (before) base.deleteObjectStore('station');
    base.createObjectStore('station', { keyPath: 'key' });
  },
}).catch(() => null);

export function stationKey(screening: string, station: string | undefined): string {
  return `${screening}/${station ?? ''}`;
}

/** What was kept, unless it is too old; old ones are thrown away. */
export async function keptStation(key: string): Promise<KeptStation | null> {
  const base = await shelf;
  const all = (await base?.getAll('station').catch(() => [])) ?? [];
  const old = all.filter((s) => Date.now() - s.at > LONGEST);
  for (const s of old) await base?.delete('station', s.key);
  return all.find((s) => s.key === key && !old.includes(s)) ?? null;
}

/** Keeps a station; whether there was room for it. */
export async function keepStation(station: KeptStation): Promise<boolean> {
  try {
    await (await shelf)?.put('station', station);
    return true;
  } catch {
    return false;
  }
}

/** Forgets everything about athletes on this device, as at signing out. */
export async function forgetStations(): Promise<void> {
  await (await shelf)?.clear('station').catch(() => undefined);
}
