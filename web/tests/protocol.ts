import { readFileSync } from 'node:fs';
import type { Schemas } from '../src/lib/api/client';

const file = '../core/src/main/resources/rangordnung/protocols/standard-floor.1.json';

/** The protocol that ships, as the server would send it. */
const raw = JSON.parse(readFileSync(file, 'utf8')) as Schemas['Protocol'];

export const STANDARD: Schemas['Conditions'] = {
  load: { position: 'NONE', kilograms: 0 },
  arms: 'AS_IN_TEST',
  shoes: false,
  turnOut: {},
  aids: [],
  archAssisted: false,
};

const text = (en: string) => ({ en, de: en });

/** What the server adds to the first version, which has neither. */
export const PROTOCOL: Schemas['Protocol'] = {
  ...raw,
  tests: raw.tests.map((t) => ({ ...t, legs: 'TOGETHER', role: 'SCREEN', standard: STANDARD })),
  retests: [
    {
      id: 'heels-up',
      name: text('Heels up'),
      instruction: text('Both heels on a plate.'),
      families: ['KNEE_LINE'],
      patterns: [],
      aid: 'HEEL_PLATE',
      stance: false,
      starts: [{ value: 2, unit: 'centimetres', label: 'HC' }],
      experienced: false,
      label: 'CP',
    },
  ],
};

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
    stations: [],
    protocol: PROTOCOL,
    tests: ['overhead-squat'],
    offers: [
      { test: 'overhead-squat', family: 'KNEE_LINE', retests: ['heels-up'], experiencedOnly: [] },
    ],
    noise: { grades: 1.4, byMeasure: {} },
    stoppingSigns: ['NEW_OR_SHARP', 'GIVING_WAY'],
    mine: 'me',
    queue: athletes.map((name) => ({ id: name, shortName: name, state: 'WAITING' })),
  };
}
