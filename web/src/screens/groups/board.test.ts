import { describe, expect, it } from 'vitest';
import { rungKey, rungsOf, type Member, type Place } from './board';

const member = (name: string, place?: Place): Member => ({
  athlete: name,
  name,
  proposal: { kind: 'open', reason: 'NOT_TESTED' },
  ...(place && { place }),
  outdated: false,
  unread: false,
});

describe('the wall bars of a focus', () => {
  it('hang from hard to easy and hold who stands on them', () => {
    const rungs = rungsOf(
      'LOAD',
      ['easy', 'hard'],
      [
        member('Amara', { focus: 'LOAD', rung: 'hard' }),
        member('Mei', { focus: 'LOAD', rung: 'easy' }),
        member('Open'),
      ],
    );
    expect(rungs.map((r) => [r.place.rung, r.tags.map((t) => t.id)])).toEqual([
      ['hard', ['Amara']],
      ['easy', ['Mei']],
    ]);
  });

  it('are one bar without a name where nothing is trained', () => {
    const rungs = rungsOf('PROTECT', [], [member('Amara', { focus: 'PROTECT' })]);
    expect(rungs).toHaveLength(1);
    expect(rungs[0]?.key).toBe(rungKey({ focus: 'PROTECT' }));
    expect(rungs[0]?.tags.map((t) => t.id)).toEqual(['Amara']);
  });
});
