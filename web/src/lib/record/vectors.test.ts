import { describe, expect, it } from 'vitest';
import type { Schemas } from '../api/client';
import { stationWith } from '../../../tests/protocol';
import { vectors } from '../../../tests/vectors';
import { read, standing, state, stops, type Known } from './book';
import { doubts } from './doubts';
import { voided } from './voided';

type Test = Schemas['TestDefinition'];
const { protocol } = stationWith([], 'overhead-squat');
const SIGNS = ['NEW_OR_SHARP', 'GIVING_WAY', 'NUMBNESS', 'DIZZINESS', 'CHEST_PAIN', 'UNWELL'];

describe('what the core has computed', () => {
  it.each(vectors<{ book: Known[]; expected: string[] }>('standing'))(
    'stands here as well (%#)',
    ({ book, expected }) => expect(standing(book).map((f) => f.id)).toEqual(expected),
  );

  it.each(vectors<{ report: Schemas['PainReport']; expected: boolean }>('stops'))(
    'stops here as well (%#)',
    ({ report, expected }) =>
      expect(stops(report, protocol.rules.painStopsFrom.value, SIGNS)).toBe(expected),
  );

  it.each(
    vectors<{
      book: Known[];
      tests: Pick<Test, 'id' | 'requiredViews'>[];
      cleared: boolean;
      checkIn: boolean;
      expected: string;
    }>('progress'),
  )('is as far here as well (%#)', ({ book, tests, cleared, checkIn, expected }) => {
    const stopped = standing(book).some(
      (p) =>
        p.fact.kind === 'painReported' &&
        stops(p.fact.report, protocol.rules.painStopsFrom.value, SIGNS),
    );
    expect(state(tests, book, stopped, cleared, checkIn)).toBe(expected);
  });

  it.each(vectors<{ view: string; book: Known[]; expected: boolean }>('voided'))(
    'is voided by heels here as well (%#)',
    ({ view, book, expected }) => {
      const test = protocol.tests[0]!;
      const heelLift = { ...protocol.policies['heelLift']!, value: view };
      const under = { ...protocol, policies: { ...protocol.policies, heelLift } };
      const opened = book.find((f) => f.fact.kind === 'trialOpened')?.fact;
      const retest = opened?.kind === 'trialOpened' ? (opened.retest?.retest ?? null) : null;
      expect(voided(under, test, read(test, book, { retest })).length > 0).toBe(expected);
    },
  );

  it.each(
    vectors<{
      retest: string;
      before: Schemas['Conditions'];
      now: Schemas['Conditions'];
      flagged: boolean;
      expected: string[];
    }>('doubts'),
  )('is doubted here as well (%#)', ({ retest, before, now, flagged, expected }) => {
    const named = protocol.retests.find((r) => r.id === retest);
    expect(named && doubts(named, before, now, flagged)).toEqual(expected);
  });
});
