import type { Schemas } from '../api/client';
import { m } from '../paraglide/messages';
import { integer } from './words';

/** Degrees of the thigh at which something happens, in words: above parallel, at it or below. */
export function thighAt(degrees: number): string {
  const rounded = Math.round(degrees);
  if (rounded > 0) return m.depth_degrees_above({ degrees: integer(rounded) });
  if (rounded < 0) return m.depth_degrees_below({ degrees: integer(-rounded) });
  return m.depth_at_parallel();
}

/** Where one athlete's feet stand; empty where the set-up of all says it. */
export function feetAt(targets: Schemas['PersonalTargets'] | undefined): string {
  const { heels, turnOut } = targets ?? {};
  const { left, right } = turnOut ?? {};
  const said = heels === undefined ? [] : [m.targets_heels({ width: integer(heels) })];
  if (left !== undefined && right !== undefined)
    said.push(m.targets_feet({ left: integer(left), right: integer(right) }));
  else if (left !== undefined) said.push(m.targets_foot_left({ degrees: integer(left) }));
  else if (right !== undefined) said.push(m.targets_foot_right({ degrees: integer(right) }));
  return said.join(', ');
}
