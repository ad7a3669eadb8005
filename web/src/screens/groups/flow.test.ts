import { describe, expect, it } from 'vitest';
import { drawn } from './flow';

const move = (name: string, from?: 'FOOT' | 'LOAD', to?: 'FOOT' | 'LOAD') => ({
  athlete: name,
  name,
  ...(from && { from }),
  ...(to && { to }),
});

describe('how a roster has moved', () => {
  it('is drawn as ribbons that fill both sides without overlap', () => {
    const { left, right, ribbons, height } = drawn(
      [
        move('Ada', 'FOOT', 'LOAD'),
        move('Bo', 'FOOT', 'FOOT'),
        move('Cem', undefined, 'LOAD'),
        move('Dana', 'FOOT', 'LOAD'),
        move('Emil', 'LOAD'),
      ],
      ['FOOT', 'LOAD'],
    );
    expect(left.map((s) => [s.at, s.count, s.top])).toEqual([
      ['FOOT', 3, 0],
      ['LOAD', 1, 4],
      ['OPEN', 1, 6],
    ]);
    expect(right.map((s) => [s.at, s.count, s.top])).toEqual([
      ['FOOT', 1, 0],
      ['LOAD', 3, 2],
      ['OPEN', 1, 6],
    ]);
    expect(ribbons.map((r) => [r.from, r.to, r.names, r.top, r.end])).toEqual([
      ['FOOT', 'FOOT', ['Bo'], 0, 0],
      ['FOOT', 'LOAD', ['Ada', 'Dana'], 1, 2],
      ['LOAD', 'OPEN', ['Emil'], 4, 6],
      ['OPEN', 'LOAD', ['Cem'], 6, 4],
    ]);
    expect(height).toBe(7);
  });

  it('of nobody is nothing', () => {
    expect(drawn([], ['FOOT'])).toEqual({ left: [], right: [], ribbons: [], height: 0 });
  });
});
