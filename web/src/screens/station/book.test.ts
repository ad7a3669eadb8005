import { describe, expect, it } from 'vitest';
import { PROTOCOL, station } from '../../../tests/protocol';
import type { FactSent } from '../../lib/outbox/outbox.svelte';
import { markAt, place, read, state, stops } from './book';

const test = PROTOCOL.tests[0]!;
const criterion = (id: string) => test.criteria.find((c) => c.id === id)!;

/** A book written in order; each entry is a fact, or a pair of the fact it supersedes and the new one. */
function book(...entries: (FactSent['fact'] | [number, FactSent['fact']])[]): FactSent[] {
  return entries.map((entry, i) => {
    const [supersedes, fact] = Array.isArray(entry) ? entry : [null, entry];
    return {
      id: `f${i}`,
      athlete: 'a',
      at: '2026-11-09T08:00:00Z',
      fact,
      ...(supersedes !== null && { supersedes: `f${supersedes}` }),
    };
  });
}

const opened = (trial = 't'): FactSent['fact'] => ({
  kind: 'trialOpened',
  trial,
  test: 'overhead-squat',
  conditions: { aids: [], shoes: false, archAssisted: false, oneSideTreated: false },
});
const arch = (grade: 'NONE' | 'SLIGHT' | 'SEVERE'): FactSent['fact'] => ({
  kind: 'marked',
  trial: 't',
  criterion: 'arch',
  side: 'LEFT',
  grade,
});
const closed = (view: 'FRONT' | 'SIDE'): FactSent['fact'] => ({
  kind: 'viewClosed',
  trial: 't',
  view,
  repetitions: 5,
});
const withdrawn: FactSent['fact'] = { kind: 'withdrawn' };

describe('the book of a trial', () => {
  const left = place(criterion('arch'), 'LEFT');

  it.each<[string, FactSent[], string | null]>([
    ['a mark stands', book(opened(), arch('SLIGHT')), 'SLIGHT'],
    [
      'a correction stands in its place',
      book(opened(), arch('SLIGHT'), [1, arch('SEVERE')]),
      'SEVERE',
    ],
    ['what is taken back is gone', book(opened(), arch('SLIGHT'), [1, withdrawn]), null],
    [
      'a correction taken back restores the mark before',
      book(opened(), arch('SLIGHT'), [1, arch('SEVERE')], [2, withdrawn]),
      'SLIGHT',
    ],
    [
      'what was taken back twice stands',
      book(opened(), arch('SLIGHT'), [1, withdrawn], [2, withdrawn]),
      'SLIGHT',
    ],
    ['a later mark wins without a word', book(opened(), arch('SLIGHT'), arch('NONE')), 'NONE'],
    [
      'a mark of another trial does not count',
      book(opened(), arch('SLIGHT'), opened('second')),
      null,
    ],
    ['a mark without a trial waits', book(arch('SLIGHT')), null],
  ])('%s', (_, facts, grade) => {
    expect(markAt(read(test, facts), left).grade).toBe(grade);
  });

  it('has one place for both directions of a directed criterion', () => {
    const drift = (side: 'LEFT' | 'RIGHT'): FactSent['fact'] => ({
      kind: 'marked',
      trial: 't',
      criterion: 'drift',
      side,
      grade: 'SLIGHT',
    });
    const trial = read(test, book(opened(), drift('LEFT'), drift('RIGHT')));
    expect(trial.marks.size).toBe(1);
    expect(markAt(trial, place(criterion('drift'), 'LEFT')).side).toBe('RIGHT');
  });

  it.each<[string, FactSent[], string]>([
    ['nothing written', book(), 'WAITING'],
    ['a trial begun', book(opened()), 'STARTED'],
    ['one view seen', book(opened(), closed('FRONT')), 'STARTED'],
    ['all views seen', book(opened(), closed('FRONT'), closed('SIDE')), 'DONE'],
    [
      'a view taken back',
      book(opened(), closed('FRONT'), closed('SIDE'), [2, withdrawn]),
      'STARTED',
    ],
    ['absent', book({ kind: 'attended', attendance: 'ABSENT' }), 'ABSENT'],
    ['unwell', book({ kind: 'attended', attendance: 'UNWELL' }), 'EXCUSED'],
    [
      'present after all',
      book({ kind: 'attended', attendance: 'ABSENT' }, { kind: 'attended', attendance: 'PRESENT' }),
      'WAITING',
    ],
  ])('puts an athlete where they are in the queue: %s', (_, facts, expected) => {
    expect(state(test, read(test, facts), false, 'WAITING')).toBe(expected);
  });

  it('leaves who may not take part excused, and stops come first', () => {
    expect(state(test, read(test, []), false, 'EXCUSED')).toBe('EXCUSED');
    expect(
      state(test, read(test, book(opened(), closed('FRONT'), closed('SIDE'))), true, 'DONE'),
    ).toBe('STOPPED');
  });

  it.each<[number, string[], boolean]>([
    [0, [], false],
    [3, [], false],
    [4, [], true],
    [1, ['GIVING_WAY'], true],
    [1, ['SWELLING'], false],
  ])('pain of %i with %j stops: %s', (intensity, signs, expected) => {
    const report = { region: 'KNEE' as const, intensity, signs: signs as never };
    expect(stops(report, PROTOCOL, station([]).stoppingSigns)).toBe(expected);
  });
});
