import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';
import { integer, say } from './words';

/** Degrees of the thigh at which something happens, in words: above parallel, at it or below. */
export function thighAt(degrees: number): string {
  const rounded = Math.round(degrees);
  if (rounded > 0) return m.depth_degrees_above({ degrees: integer(rounded) });
  if (rounded < 0) return m.depth_degrees_below({ degrees: integer(-rounded) });
  return m.depth_at_parallel();
}

/** What the parts of measuring by hand are called, by their ids. */
export function partNames(protocol: Pick<Schemas['Protocol'], 'tests'>): Map<string, string> {
  return new Map(
    protocol.tests.flatMap((t) =>
      t.criteria.flatMap((c) => c.gauge?.parts.map((p) => [p.id, say(p.name)] as const) ?? []),
    ),
  );
}

/** How far each foot is turned out, as far as that is known. */
export function turnedOut({ left, right }: Schemas['PersonalTargets']['turnOut']): string[] {
  return [
    ...(left === undefined ? [] : [m.targets_foot_left({ degrees: integer(left) })]),
    ...(right === undefined ? [] : [m.targets_foot_right({ degrees: integer(right) })]),
  ];
}

/** Where one athlete's feet stand; empty where the set-up of all says it. */
export function feetAt({ heels, turnOut }: Schemas['PersonalTargets']): string {
  const width = heels === undefined ? [] : [m.targets_heels({ width: integer(heels) })];
  return [...width, ...turnedOut(turnOut)].join(', ');
}
