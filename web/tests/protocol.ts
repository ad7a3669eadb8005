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
  tests: raw.tests.map((t) => ({
    ...t,
    legs: 'TOGETHER',
    role: 'SCREEN',
    standard: STANDARD,
    criteria: t.criteria.map(filled),
  })),
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
    asks: false,
    protocol: PROTOCOL,
    tests: ['overhead-squat'],
    offers: [
      { test: 'overhead-squat', family: 'KNEE_LINE', retests: ['heels-up'], experiencedOnly: [] },
    ],
    noise: { grades: 1.4, byMeasure: {} },
    bounds: { kilograms: 500, aidHeight: 100, stance: 250, turnOut: 90 },
    stoppingSigns: ['NEW_OR_SHARP', 'GIVING_WAY'],
    mine: 'me',
    queue: athletes.map((name) => ({
      id: name,
      shortName: name,
      tests: ['overhead-squat'],
      state: 'WAITING',
      cleared: true,
      film: false,
      touch: false,
      targets: {
        turnOut: {},
        hipDirections: { left: [], right: [] },
        hipEnds: { left: false, right: false },
      },
    })),
  };
}

/** The battery as its file has it: each criterion once, and named where a test uses it. */
interface Battery {
  criteria: Schemas['Criterion'][];
  tests: (Omit<Schemas['TestDefinition'], 'criteria'> & {
    criteria: ({ criterion: string } & Partial<Schemas['Criterion']>)[];
  })[];
  retests: Schemas['Retest'][];
}

const batteryFile = '../core/src/main/resources/rangordnung/protocols/battery.5.json';

/** A station with tests of the battery, as the server puts them together. */
export function stationWith(athletes: string[], ...ids: string[]): Schemas['StationStationView'] {
  const battery = JSON.parse(readFileSync(batteryFile, 'utf8')) as Battery;
  const tests = ids.map((id) => {
    const test = battery.tests.find((t) => t.id === id);
    if (!test) throw new Error(`The battery has no test ${id}`);
    const criteria = test.criteria.map(({ criterion, ...own }) => {
      const base = battery.criteria.find((c) => c.id === criterion);
      if (!base) throw new Error(`The battery has no criterion ${criterion}`);
      return filled({ ...base, ...own });
    });
    // lines that a school words are left out
    const setUp = test.setUp.filter((line) => 'text' in line);
    return {
      ...test,
      setUp,
      allowedWords: [],
      standard: { ...STANDARD, ...test.standard },
      criteria,
    };
  });
  const plain = station(athletes);
  return { ...plain, tests: ids, protocol: { ...PROTOCOL, tests, retests: battery.retests } };
}

/** Lists that the data leave out are empty, as the server sends them. */
function filled(criterion: Schemas['Criterion']): Schemas['Criterion'] {
  const { gauge } = criterion;
  const lists = { endings: [], choices: [], figures: [], parts: [], kinds: [] };
  return {
    ...criterion,
    phases: criterion.phases ?? [],
    ...(gauge && { gauge: { ...lists, ...gauge } }),
  };
}
