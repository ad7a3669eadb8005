import type { Schemas } from '../api/client';
import { GRADES, type Cell } from '../words/judgement';

export type Strip = Schemas['ResultControllerStrip'];

/** How much a cell weighs when sorting by what is seen: grades by their strength, states below them. */
export function weight(cell: Cell): number {
  const grade = GRADES.indexOf(cell as (typeof GRADES)[number]);
  return grade >= 0 ? grade : cell === 'STOPPED' ? -0.25 : cell === 'NOT_ASSESSABLE' ? -0.5 : -1;
}

export type Order = 'name' | 'index' | number;

/** Strips by name, by index (lowest first, without an index last), or by the worse side of one column. */
export function ordered(strips: Strip[], order: Order): Strip[] {
  const worse = (s: Strip, column: number) => {
    const cells = s.cells[column];
    return cells ? Math.max(weight(cells.left), weight(cells.right)) : -1;
  };
  const index = (s: Strip) => (s.index.kind === 'known' ? s.index.value : Infinity);
  const by = (a: Strip, b: Strip) =>
    order === 'name'
      ? 0
      : order === 'index'
        ? index(a) - index(b) || 0
        : worse(b, order) - worse(a, order);
  return strips.toSorted((a, b) => by(a, b) || a.name.localeCompare(b.name));
}

/** Strips whose worse side in any of the columns shows at least a slight fault. */
export function faulty(strip: Strip, columns: number[]): boolean {
  return columns.some((c) => {
    const cells = strip.cells[c];
    return cells !== undefined && Math.max(weight(cells.left), weight(cells.right)) >= 1;
  });
}
