import type { Schemas } from '../../lib/api/client';
import { complete, markAt, place, read, type Known, type Trial } from '../../lib/record/book';
import { GRADES } from '../../lib/words/judgement';
import type { Test } from './line.svelte';

type Criterion = Schemas['Criterion'];

/** The grade at a place, none where nothing was marked in a whole look; nothing where it could not be told. */
function gradeAt(trial: Trial, at: string): number[] {
  const mark = markAt(trial, at);
  return mark.unclear ? [] : [GRADES.indexOf(mark.grade ?? 'NONE')];
}

/**
 * What raters saw differently in their whole looks at a test.
 *
 * @param noise grades that lie within it
 */
export function differing(test: Test, book: Known[], noise: number): Criterion[] {
  const authors = new Set(
    book.flatMap(({ fact, author }) =>
      fact.kind === 'trialOpened' && fact.test === test.id && !fact.retest ? [author] : [],
    ),
  );
  const looks = [...authors]
    .map((by) => read(test, book, { retest: null, by }))
    .filter((trial) => complete(test, trial));
  const places = (c: Criterion) =>
    c.extent === 'SIDED' ? [place(c, 'LEFT'), place(c, 'RIGHT')] : [place(c, undefined)];
  return test.criteria.filter(
    (c) =>
      !c.gauge &&
      places(c).some((at) => {
        const grades = looks.flatMap((trial) => gradeAt(trial, at));
        return grades.length > 1 && Math.max(...grades) - Math.min(...grades) >= noise;
      }),
  );
}
