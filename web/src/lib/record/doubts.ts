import type { Schemas } from '../api/client';

type Conditions = Schemas['Conditions'];
type Dimension = 'LOAD' | 'ARMS' | 'SHOES' | 'STANCE' | 'TURN_OUT' | 'AIDS' | 'ARCH';
export type Doubt = Schemas['Outcome']['doubts'][number];

/** What a retest changes on purpose; nothing where another test takes its place. */
function asked(retest: Schemas['Retest']): Dimension[] {
  return retest.aid
    ? ['AIDS']
    : retest.load
      ? ['LOAD', 'ARMS']
      : retest.stance
        ? ['STANCE', 'TURN_OUT']
        : [];
}

/** In what two trials differ, besides a treated side; what only one of them took is not known and no difference. */
function differences(one: Conditions, other: Conditions): Dimension[] {
  const known = (a: number | undefined, b: number | undefined) =>
    a !== undefined && b !== undefined && a !== b;
  const aids = (c: Conditions) =>
    JSON.stringify(c.aids.map((a) => [a.kind, a.heightCentimetres ?? null, a.side ?? null]));
  const all: [Dimension, boolean][] = [
    [
      'LOAD',
      one.load.position !== other.load.position || one.load.kilograms !== other.load.kilograms,
    ],
    ['ARMS', one.arms !== other.arms],
    ['SHOES', one.shoes !== other.shoes],
    ['STANCE', known(one.stanceCentimetres, other.stanceCentimetres)],
    [
      'TURN_OUT',
      known(one.turnOut.left, other.turnOut.left) || known(one.turnOut.right, other.turnOut.right),
    ],
    ['AIDS', aids(one) !== aids(other)],
    ['ARCH', one.archAssisted !== other.archAssisted],
  ];
  return all.flatMap(([dimension, differs]) => (differs ? [dimension] : []));
}

/** What makes a retest weaker evidence; the same as the server's, so that the station can say it at once. */
export function doubts(
  retest: Schemas['Retest'],
  before: Conditions,
  now: Conditions,
  flagged: boolean,
): Doubt[] {
  const changed = differences(before, now);
  const added = new Set(
    now.aids.map((a) => a.kind).filter((k) => !before.aids.some((b) => b.kind === k)),
  ).size;
  const wanted = asked(retest);
  const other = retest.otherTest !== undefined;
  const all: [Doubt, boolean][] = [
    [
      'TWO_CHANGES',
      other
        ? changed.includes('SHOES') || changed.includes('LOAD')
        : changed.some((d) => !wanted.includes(d)) || added > 1,
    ],
    ['NOT_CHANGED', !other && !changed.some((d) => wanted.includes(d))],
    ['ONE_SIDE_TREATED', before.treatedSide !== now.treatedSide || now.treatedSide !== undefined],
    ['FLAGGED', flagged],
  ];
  return all.flatMap(([doubt, holds]) => (holds ? [doubt] : []));
}
