import type { Schemas } from '../../lib/api/client';
import type { Focus } from '../../lib/words/judgement';

/** A focus, or none where no place was known. */
export type At = Focus | 'OPEN';

/** Athletes who went one way, with where their ribbon begins and ends; heights in athletes. */
export interface Ribbon {
  from: At;
  to: At;
  names: string[];
  top: number;
  end: number;
}

/** One side of the flow: a focus with how many stand there, and where it begins. */
export interface Stack {
  at: At;
  count: number;
  top: number;
}

export interface Drawn {
  left: Stack[];
  right: Stack[];
  ribbons: Ribbon[];
  height: number;
}

/** Between two focuses, in athletes. */
const GAP = 1;

/** How a roster has moved, as ribbons between two stacks in the order of treatment. */
export function drawn(moves: Schemas['GroupsMove'][], order: Focus[]): Drawn {
  const ats: At[] = [...order, 'OPEN'];
  const ways = moves.map((move) => ({
    name: move.name,
    from: move.from ?? 'OPEN',
    to: move.to ?? 'OPEN',
  }));
  const left = stacked(ats, (at) => ways.filter((w) => w.from === at).length);
  const right = stacked(ats, (at) => ways.filter((w) => w.to === at).length);
  const used = new Map<string, number>();
  const taken = (side: string, stack: Stack[], at: At, count: number): number => {
    const key = side + at;
    const before = used.get(key) ?? 0;
    used.set(key, before + count);
    return (stack.find((s) => s.at === at)?.top ?? 0) + before;
  };
  const ribbons = ats.flatMap((from) =>
    ats.flatMap((to) => {
      const names = ways.filter((w) => w.from === from && w.to === to).map((w) => w.name);
      return names.length ? [{ from, to, names }] : [];
    }),
  );
  return {
    left,
    right,
    ribbons: ribbons.map((r) => ({
      ...r,
      top: taken('left', left, r.from, r.names.length),
      end: taken('right', right, r.to, r.names.length),
    })),
    height: Math.max(bottom(left), bottom(right)),
  };
}

function stacked(ats: At[], count: (at: At) => number): Stack[] {
  let top = 0;
  return ats.flatMap((at) => {
    const here = { at, count: count(at), top };
    if (!here.count) return [];
    top += here.count + GAP;
    return [here];
  });
}

const bottom = (stack: Stack[]) => {
  const last = stack.at(-1);
  return last ? last.top + last.count : 0;
};
