import type { Schemas } from '../../lib/api/client';
import { m } from '../../lib/paraglide/messages';
import { markAt, place, valueAt, type Trial } from '../../lib/record/book';
import { GRADES, type Grade, type Side } from '../../lib/words/judgement';
import { decimal, say } from '../../lib/words/words';

type Criterion = Schemas['Criterion'];
type Gauge = Schemas['Gauge'];

/** A cell of a line on paper: a grade, or one attempt at one part of a measurement. */
export interface Column {
  criterion: Criterion;
  side: Side | undefined;
  measured?: { gauge: Gauge; part: string; attempt: number };
  /** Side, part and attempt, where there are several. */
  label: string;
}

/** What stands in a cell. */
export type Cell =
  | { kind: 'empty' }
  | { kind: 'unclear' }
  | { kind: 'grade'; grade: Grade; variant?: string; toward?: Side }
  | { kind: 'value'; value: number; ending?: string };

/** A cell that cannot be read, and what can stand there. */
export class Unreadable extends Error {}

const SIDES = ['LEFT', 'RIGHT'] as const;
const LETTERS = 'abcdefghij';
const LEFT_OR_RIGHT: Record<string, Side> = { l: 'LEFT', r: 'RIGHT' };

/** The cells of a line in the order in which they stand on paper. */
export function columnsOf(test: Schemas['TestDefinition']): Column[] {
  return test.criteria.flatMap((criterion) => {
    const sides = criterion.extent === 'SIDED' ? SIDES : [undefined];
    return sides.flatMap((side) => {
      const letter = side ? { LEFT: m.letter_left(), RIGHT: m.letter_right() }[side] : '';
      const gauge = criterion.gauge;
      if (!gauge) return [{ criterion, side, label: letter }];
      return gauge.parts.flatMap((part) =>
        Array.from({ length: gauge.attempts }, (_, i) => ({
          criterion,
          side,
          measured: { gauge, part: part.id, attempt: i + 1 },
          label: [
            letter,
            ...(gauge.parts.length > 1 ? [say(part.name)] : []),
            ...(gauge.attempts > 1 ? [String(i + 1)] : []),
          ].join(' '),
        })),
      );
    });
  });
}

/** What can be written in a cell, for whoever types. */
export function legendOf({ criterion, measured }: Column): string {
  const lettered = (words: { name: Schemas['Text'] }[]) =>
    words.map((w, i) => `${LETTERS[i]} ${say(w.name)}`).join(', ');
  if (measured) {
    const { choices, endings, unit, highest } = measured.gauge;
    if (choices.length) return choices.map((c, i) => `${i + 1} ${say(c.name)}`).join(', ');
    const range = m.typing_value({ highest: decimal(highest), unit });
    return endings.length ? `${range} ${m.typing_ending({ endings: lettered(endings) })}` : range;
  }
  return [
    m.typing_grade(),
    ...(criterion.variants.length > 1
      ? [m.typing_variant({ variants: lettered(criterion.variants) })]
      : []),
    ...(criterion.extent === 'DIRECTED' ? [m.typing_toward()] : []),
  ].join(' ');
}

/**
 * Reads a cell. Grades are digits or strokes, with a letter for the way of showing and one for the side it goes to; values have a
 * comma or a point, with a letter for why the attempt ended.
 *
 * @throws Unreadable with what can stand there
 */
export function readCell(column: Column, text: string): Cell {
  const written = text.trim().toLowerCase();
  if (!written) return { kind: 'empty' };
  return column.measured ? value(column, column.measured.gauge, written) : grade(column, written);
}

function grade(column: Column, written: string): Cell {
  const { criterion } = column;
  if (written === '?') return { kind: 'unclear' };
  const directed = criterion.extent === 'DIRECTED';
  const found = /^([0-3]|\|{1,3})([a-j])?([lr])?$/.exec(written);
  const [, strokes = '', letter, toward] = found ?? [];
  const grade = GRADES[strokes.startsWith('|') ? strokes.length : Number(strokes)];
  const variant = letter ? criterion.variants[LETTERS.indexOf(letter)] : undefined;
  const side = toward && LEFT_OR_RIGHT[toward];
  const wrong =
    !found || !grade || (letter && !variant) || (toward ? !directed : directed && grade !== 'NONE');
  if (wrong) throw new Unreadable(legendOf(column));
  return {
    kind: 'grade',
    grade,
    ...(variant && { variant: variant.id }),
    ...(side && grade !== 'NONE' && { toward: side }),
  };
}

function value(column: Column, gauge: Gauge, written: string): Cell {
  const found = /^(\d+(?:[.,]\d+)?)([a-j])?$/.exec(written);
  const [, digits = '', letter] = found ?? [];
  const number = Number(digits.replace(',', '.'));
  const choice = gauge.choices[number - 1];
  const ending = letter ? gauge.endings[LETTERS.indexOf(letter)] : undefined;
  const wrong =
    !found || (letter && !ending) || (gauge.choices.length ? !choice : number > gauge.highest);
  if (wrong) throw new Unreadable(legendOf(column));
  return { kind: 'value', value: choice?.value ?? number, ...(ending && { ending: ending.id }) };
}

/** What stands in a cell by what has been written before, as it would be typed. */
export function shown({ criterion, side, measured }: Column, trial: Trial): string {
  const at = place(criterion, side);
  if (measured) {
    const known = valueAt(trial, at, measured.part, measured.attempt);
    if (!known) return '';
    const { choices, endings } = measured.gauge;
    const nth = endings.findIndex((e) => e.id === known.ending);
    const written = choices.length
      ? choices.findIndex((c) => c.value === known.value) + 1
      : known.value;
    return `${written}${LETTERS[nth] ?? ''}`;
  }
  const mark = markAt(trial, at);
  if (mark.unclear) return '?';
  if (!mark.grade || mark.grade === 'NONE') return '';
  const nth = criterion.variants.findIndex((v) => v.id === mark.variant);
  const toward = criterion.extent === 'DIRECTED' && mark.side;
  return [
    GRADES.indexOf(mark.grade),
    LETTERS[nth] ?? '',
    toward ? { LEFT: 'l', RIGHT: 'r' }[toward] : '',
  ].join('');
}
