import type { Schemas } from '../../lib/api/client';
import { markAt, place, seen } from '../../lib/record/book';
import type { Grade } from '../../lib/words/judgement';
import { m } from '../../lib/paraglide/messages';
import type { Desk } from '../station/desk.svelte';
import type { Cell, Column } from './sheet';

/** A line of a sheet as it was read. */
export interface Line {
  cells: { column: Column; cell: Cell }[];
  /** A cue that was given. */
  cue: string;
  retest: { id: string; then: Grade } | null;
  pain: Schemas['PainReport'] | null;
}

/** What was written by hand contradicts itself. */
export class Contradiction extends Error {}

/**
 * Writes a line into the book of facts as a rater at a station would have: what differs from what is known, then both views, then
 * what was changed on purpose, then pain, which ends it.
 */
export function writeLine(desk: Desk, athlete: string, test: string, line: Line): void {
  desk.call(athlete);
  desk.show(test);
  const faults = line.cells.filter(({ cell }) => cell.kind === 'grade' && cell.grade !== 'NONE');
  const retest = line.retest && desk.station.protocol.retests.find((r) => r.id === line.retest?.id);
  const told = faults.filter((f) => retest?.families.includes(f.column.criterion.family));
  if (retest && !told.length) throw new Contradiction(m.typing_nothing_retested());
  for (const { column, cell } of line.cells) put(desk, column, cell);
  for (const view of desk.views) {
    const needed =
      desk.test.requiredViews.includes(view) ||
      faults.some(({ column }) => column.criterion.views.every((v) => v === view));
    if (!needed || seen(desk.trial, view)) continue;
    desk.view = view;
    desk.closeView();
  }
  if (line.cue && !desk.trial.flags.has('CUED')) desk.flag('CUED', line.cue);
  if (retest && line.retest) {
    desk.begin(retest);
    again(desk, told, line.retest.then);
    desk.show(test);
  }
  if (line.pain) desk.pain(line.pain);
}

function put(desk: Desk, column: Column, cell: Cell): void {
  const { criterion, side, measured } = column;
  if (measured) {
    const now = desk.valueAt(criterion, side, measured.part, measured.attempt);
    const next = cell.kind === 'value' ? cell : null;
    if ((now?.value ?? null) === (next?.value ?? null) && now?.ending === next?.ending) return;
    desk.measure(
      criterion,
      side,
      measured.part,
      measured.attempt,
      next?.value ?? null,
      next?.ending,
    );
    return;
  }
  const mark = markAt(desk.trial, place(criterion, side));
  if (cell.kind === 'unclear') {
    if (!mark.unclear) desk.unclear(criterion, side);
    return;
  }
  const { grade, variant, toward } = cell.kind === 'grade' ? cell : { grade: 'NONE' as const };
  const same =
    !mark.unclear &&
    (mark.grade ?? 'NONE') === grade &&
    (grade === 'NONE' || (mark.variant === variant && (!toward || mark.side === toward)));
  if (!same) desk.mark(criterion, toward ?? side, grade, variant ? { variant } : {});
}

/** The same faults under the one change, seen in the views that show them. */
function again(desk: Desk, told: Line['cells'], then: Grade): void {
  for (const { column, cell } of told) {
    const same = desk.test.criteria.find((c) => c.id === column.criterion.id);
    const toward = cell.kind === 'grade' ? cell.toward : undefined;
    if (same) desk.mark(same, toward ?? column.side, then);
  }
  for (const view of desk.test.requiredViews) {
    if (seen(desk.trial, view)) continue;
    if (!told.some((t) => t.column.criterion.views.includes(view))) continue;
    desk.view = view;
    desk.closeView();
  }
}
