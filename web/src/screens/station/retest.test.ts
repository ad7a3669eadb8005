import { describe, expect, it } from 'vitest';
import type { Schemas } from '../../lib/api/client';
import { read, type Known, type Trial } from '../../lib/record/book';
import type { Grade } from '../../lib/words/judgement';
import { STANDARD, stationWith } from '../../../tests/protocol';
import { vectors } from '../../../tests/vectors';
import { changed, compared, offers } from './retest';

const station = stationWith([], 'overhead-squat');
const test = station.protocol.tests[0]!;
const named = (id: string) => station.protocol.retests.find((r) => r.id === id)!;

/** A whole trial with marks such as “knee-line L SLIGHT”. */
function trial(marks: string[]): Trial {
  const known = (fact: Schemas['Fact']): Known => ({
    id: crypto.randomUUID(),
    athlete: 'a',
    at: '2026-11-09T08:00:00Z',
    author: 'me',
    fact,
  });
  const facts = [
    known({ kind: 'trialOpened', trial: 't', test: test.id, conditions: STANDARD }),
    ...marks.map((mark) => {
      const [criterion, letter, grade] = mark.split(' ') as [string, string, Grade];
      const side = { L: 'LEFT' as const, R: 'RIGHT' as const }[letter];
      return known({ kind: 'marked', trial: 't', criterion, grade, ...(side && { side }) });
    }),
    ...test.requiredViews.map((view) =>
      known({ kind: 'viewClosed', trial: 't', view, repetitions: 5 }),
    ),
  ];
  return read(test, facts);
}

describe('a retest', () => {
  it.each(
    vectors<{ before: string[]; now: string[]; grades: number; expected: string[] }>('noise'),
  )('tells changes from noise as the core does (%#)', ({ before, now, grades, expected }) => {
    const both = [before, now].map((marks) => ({ test, trial: trial(marks) })) as [
      { test: typeof test; trial: Trial },
      { test: typeof test; trial: Trial },
    ];
    const lines = compared(named('wider'), ...both, grades).map(
      (c) => `${c.criterion.id} ${c.side ?? '-'} ${c.beyond ? 'beyond' : 'within'}`,
    );
    expect(lines.sort()).toEqual(expected);
  });

  it('is offered for what was marked, those for experienced athletes last', () => {
    const asked = {
      ...station,
      offers: [
        {
          test: test.id,
          family: 'KNEE_LINE' as const,
          retests: ['heels-up', 'light-band'],
          experiencedOnly: ['light-band'],
        },
        { test: test.id, family: 'SHIFT' as const, retests: ['into-shift'], experiencedOnly: [] },
      ],
    };
    expect(offers(asked, test, trial([]))).toEqual([]);
    expect(
      offers(asked, test, trial(['knee-line L SLIGHT'])).map((o) => [o.retest.id, o.experienced]),
    ).toEqual([
      ['heels-up', false],
      ['light-band', true],
    ]);
  });

  it('changes one thing by as much as the protocol says, and only what was taken before', () => {
    const before = { ...STANDARD, stanceCentimetres: 20, turnOut: { left: 0 } };
    const [wider, further] = named('wider').starts.map((s) => s.value);

    expect(changed(before, named('heels-up'))).toEqual({
      ...before,
      aids: [{ kind: 'HEEL_PLATE', heightCentimetres: 2 }],
    });
    expect(changed(before, named('wider'))).toEqual({
      ...before,
      stanceCentimetres: 20 + (wider ?? 0),
      turnOut: { left: further },
    });
  });
});
