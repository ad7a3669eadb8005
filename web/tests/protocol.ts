import { readFileSync } from 'node:fs';
import type { Schemas } from '../src/lib/api/client';

const file = '../core/src/main/resources/rangordnung/protocols/standard-floor.1.json';

/** The protocol that ships, as the server would send it. */
export const PROTOCOL = JSON.parse(readFileSync(file, 'utf8')) as Schemas['Protocol'];

/** A station of the shipped protocol with so many waiting athletes. */
export function station(athletes: string[]): Schemas['StationStationView'] {
  return {
    screening: {
      id: 'screening',
      team: 'team',
      name: 'S',
      heldOn: '2026-11-09',
      protocol: 'standard-floor',
      protocolVersion: 1,
    },
    protocol: PROTOCOL,
    stoppingSigns: ['NEW_OR_SHARP', 'GIVING_WAY'],
    queue: athletes.map((name) => ({ id: name, shortName: name, state: 'WAITING' })),
  };
}
