import { describe, expect, it } from 'vitest';
import { PROTOCOL, STANDARD, station } from '../../../tests/protocol';
import {
  complete,
  markAt,
  place,
  read,
  state,
  stops,
  valueAt,
  type FactSent,
  type Known,
} from './book';

const test = PROTOCOL.tests[0]!;
const criterion = (id: string) => test.criteria.find((c) => c.id === id)!;

/** A book written in order; each entry is a fact, or a pair of the fact it supersedes and the new one. */
function book(...entries: (FactSent['fact'] | [number, FactSent['fact']])[]): Known[] {
  return entries.map((entry, i) => {
    const [supersedes, fact] = Array.isArray(entry) ? entry : [null, entry];
    return {
      id: `f${i}`,
      athlete: 'a',
      at: '2026-11-09T08:00:00Z',
      author: 'me',
      fact,
      ...(supersedes !== null && { supersedes: `f${supersedes}` }),
    };
  });
}

const opened = (trial = 't'): FactSent['fact'] => ({
  kind: 'trialOpened',
  trial,
  test: 'overhead-squat',
  conditions: STANDARD,
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
const removed: FactSent['fact'] = { kind: 'removed' };
const withdrawn: FactSent['fact'] = { kind: 'withdrawn' };

describe('the book of a trial', () => {
  const left = place(criterion('arch'), 'LEFT');

  it.each<[string, Known[], string | null]>([
    ['a mark stands', book(opened(), arch('SLIGHT')), 'SLIGHT'],
    [
      'a correction stands in its place',
      book(opened(), arch('SLIGHT'), [1, arch('SEVERE')]),
      'SEVERE',
    ],
    [
      'a removal leaves nothing, nor what was corrected before',
      book(opened(), arch('SLIGHT'), [1, arch('SEVERE')], [2, removed]),
      null,
    ],
    [
      'a removal that is taken back leaves what was there',
      book(opened(), arch('SLIGHT'), [1, arch('SEVERE')], [2, removed], [3, withdrawn]),
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

  it.each<[string, Known[], string]>([
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
    expect(state([test], facts, false, true)).toBe(expected);
  });

  it('leaves who may not take part excused, and stops come first', () => {
    expect(state([test], [], false, false)).toBe('EXCUSED');
    expect(state([test], book(opened(), closed('FRONT'), closed('SIDE')), true, true)).toBe(
      'STOPPED',
    );
  });

  it.each<[number, string[], boolean]>([
    [0, [], false],
    [3, [], false],
    [4, [], true],
    [1, ['GIVING_WAY'], true],
    [1, ['SWELLING'], false],
  ])('pain of %i with %j stops: %s', (intensity, signs, expected) => {
    const report = { region: 'KNEE' as const, intensity, signs: signs as never };
    expect(stops(report, PROTOCOL.rules.painStopsFrom.value, station([]).stoppingSigns)).toBe(
      expected,
    );
  });

  it('reads a retest apart from the trial it is held against, and a second look apart from the first', () => {
    const retest: FactSent['fact'] = {
      kind: 'trialOpened',
      trial: 'r',
      test: 'overhead-squat',
      conditions: STANDARD,
      retest: { retest: 'heels-up', baseline: 't' },
    };
    const facts = book(opened(), arch('SLIGHT'), retest);
    expect(read(test, facts).id).toBe('t');
    expect(read(test, facts, { retest: 'heels-up' }).id).toBe('r');
    expect(read(test, facts, { by: 'me' }).id).toBe('t');
    expect(read(test, facts, { by: 'another' }).id).toBeNull();
  });

  it('keeps one value an attempt and forgets what was taken back', () => {
    const measured = (value: number, repetition: number): FactSent['fact'] => ({
      kind: 'measured',
      trial: 't',
      criterion: 'heels',
      side: 'LEFT',
      measure: 'heel-rise',
      repetition,
      value,
      confidence: 1,
    });
    const facts = book(opened(), measured(1, 1), [1, measured(2, 1)], measured(5, 2), [
      3,
      withdrawn,
    ]);
    const trial = read(test, facts);
    const at = place(criterion('heels'), 'LEFT');
    expect(valueAt(trial, at, 'heel-rise', 1)?.value).toBe(2);
    expect(valueAt(trial, at, 'heel-rise', 2)).toBeNull();
  });

  it('has seen a view once both legs were seen in it', () => {
    const one = (side: 'LEFT' | 'RIGHT'): FactSent['fact'] =>
      ({ ...closed('FRONT'), side }) as never;
    const side = closed('SIDE');
    expect(complete(test, read(test, book(opened(), one('LEFT'), side)))).toBe(false);
    expect(complete(test, read(test, book(opened(), one('LEFT'), one('RIGHT'), side)))).toBe(true);
  });

  it('waits at the door until somebody was checked in', () => {
    const here = book({ kind: 'attended', attendance: 'PRESENT' });
    expect(state([], [], false, true, true)).toBe('WAITING');
    expect(state([], here, false, true, true)).toBe('DONE');
  });
});
