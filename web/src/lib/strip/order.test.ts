import { describe, expect, it } from 'vitest';
import type { Cell } from '../words/judgement';
import { faulty, ordered, type Strip } from './order';

function strip(name: string, value: number | null, ...cells: [Cell, Cell][]): Strip {
  return {
    athlete: name,
    name,
    index:
      value === null
        ? { kind: 'unknown', reason: 'NOT_TESTED', completeness: 0 }
        : {
            kind: 'known',
            value,
            sem: 5,
            low: value - 10,
            high: value + 10,
            completeness: 1,
            thresholds: [],
          },
    pain: false,
    refer: false,
    flagged: false,
    cells: cells.map(([left, right]) => ({ left, right })),
  };
}

const strips = [
  strip('Zofia', 90, ['NONE', 'NONE'], ['NONE', 'NONE']),
  strip('Amara', null, ['STOPPED', 'STOPPED'], ['NOT_TESTED', 'NOT_TESTED']),
  strip('Mei', 70, ['SEVERE', 'NONE'], ['NONE', 'SLIGHT']),
  strip('Boris', 80, ['NOT_ASSESSABLE', 'MARKED'], ['NONE', 'NONE']),
];
const names = (order: Parameters<typeof ordered>[1]) => ordered(strips, order).map((s) => s.name);

describe('order of strips', () => {
  it('is by name, by index with the unknown last, or by the worse side of a column', () => {
    expect(names('name')).toEqual(['Amara', 'Boris', 'Mei', 'Zofia']);
    expect(names('index')).toEqual(['Mei', 'Boris', 'Zofia', 'Amara']);
    expect(names(0)).toEqual(['Mei', 'Boris', 'Zofia', 'Amara']);
  });

  it('counts a fault on either side, and no state as a fault', () => {
    expect(strips.filter((s) => faulty(s, [0, 1])).map((s) => s.name)).toEqual(['Mei', 'Boris']);
    expect(strips.filter((s) => faulty(s, [1])).map((s) => s.name)).toEqual(['Mei']);
  });
});
