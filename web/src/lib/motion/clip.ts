import type { Schemas } from '../api/client';
import { given } from '../given';

export type Clip = Schemas['Clip'];
export type Path = Schemas['ClipPath'];
export type Landmark = Path['landmark'];
export type Plane = Clip['plane'];
export type Side = 'LEFT' | 'RIGHT';

/** A place on the stage: across to the right, down. */
export interface Spot {
  x: number;
  y: number;
}

/** How a clip lies on the stage: across the picture or against it, and what is in sight. */
export interface Sight {
  plane: Plane;
  /** -1 where the picture's right is the athlete's back or right side. */
  across: 1 | -1;
  left: number;
  top: number;
  width: number;
  height: number;
}

const SURE = 0.5;
const MARGIN = 0.12;

export function path(clip: Clip, landmark: Landmark): Path | undefined {
  return clip.paths.find((p) => p.landmark === landmark);
}

/** From the front the athlete's left lies to the right; in space one looks from the athlete's left side. */
function horizontal(clip: Clip, p: Path): number[] {
  return clip.plane === 'FRONT' ? p.y : p.x;
}

export function spot(clip: Clip, p: Path, frame: number, across: number): Spot {
  return { x: across * (horizontal(clip, p)[frame] ?? 0), y: -(p.z[frame] ?? 0) };
}

export const seen = (p: Path, frame: number) => (p.confidence[frame] ?? 0) > 0;
export const sure = (p: Path, frame: number) => (p.confidence[frame] ?? 0) >= SURE;

/** What the whole clip covers, with a margin. */
export function sightOf(clip: Clip, across: 1 | -1 = 1): Sight {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (const p of clip.paths) {
    for (let f = 0; f < clip.frames; f++) {
      if (!seen(p, f)) continue;
      const at = spot(clip, p, f, across);
      left = Math.min(left, at.x);
      right = Math.max(right, at.x);
      top = Math.min(top, at.y);
      bottom = Math.max(bottom, at.y);
    }
  }
  if (left > right) [left, top, right, bottom] = [0, 0, 1, 1];
  const size = Math.max(right - left, bottom - top, 1e-6);
  const margin = MARGIN * size;
  return {
    plane: clip.plane,
    across,
    left: left - margin,
    top: top - margin,
    width: right - left + 2 * margin,
    height: bottom - top + 2 * margin,
  };
}

/** How far, in seconds, neighbouring frames follow a landmark that is moved. */
export const FOLLOW = 0.2;

/**
 * Moves a landmark in one frame. In a film its neighbours follow, less the further they are away, since what is wrong in
 * one frame is wrong around it too; the low-pass would hide a change of a single frame.
 */
export function move(
  clip: Clip,
  landmark: Landmark,
  frame: number,
  to: Spot,
  across: number,
): void {
  const p = path(clip, landmark);
  if (!p) return;
  const line = horizontal(clip, p);
  const from = spot(clip, p, frame, across);
  const reach = Math.round(FOLLOW * clip.rate);
  for (let f = Math.max(0, frame - reach); f <= Math.min(clip.frames - 1, frame + reach); f++) {
    const share = (1 + Math.cos((Math.PI * (f - frame)) / (reach + 1))) / 2;
    line[f] = (line[f] ?? 0) + share * across * (to.x - from.x);
    p.z[f] = (p.z[f] ?? 0) - share * (to.y - from.y);
    if (f === frame) p.confidence[f] = 1;
  }
}

/** A landmark that is marked by hand in some frames stands still before, moves evenly between, and stands still after. */
export function mark(
  clip: Clip,
  landmark: Landmark,
  keys: Map<number, Spot>,
  across: number,
): void {
  const p = path(clip, landmark);
  const frames = [...keys.keys()].sort((a, b) => a - b);
  if (!p || !frames.length) return;
  const line = horizontal(clip, p);
  for (let f = 0; f < clip.frames; f++) {
    const next = frames.findIndex((k) => k >= f);
    const after = frames[next < 0 ? frames.length - 1 : next] ?? 0;
    const before = next <= 0 ? after : (frames[next - 1] ?? after);
    const a = keys.get(before)!;
    const b = keys.get(after)!;
    const share = before === after ? 0 : (f - before) / (after - before);
    line[f] = across * (a.x + (b.x - a.x) * share);
    p.z[f] = -(a.y + (b.y - a.y) * share);
    p.confidence[f] = 1;
  }
}

/** One frame as a clip of its own, with the scale that the whole one has. */
export function frameOf(clip: Clip, frame: number, metresPerUnit: number | undefined): Clip {
  const only = (values: number[]) => (values.length ? [values[frame] ?? 0] : []);
  return given({
    plane: clip.plane,
    rate: clip.rate,
    metresPerUnit,
    frames: 1,
    paths: clip.paths.map((p) => ({
      landmark: p.landmark,
      x: only(p.x),
      y: only(p.y),
      z: only(p.z),
      confidence: only(p.confidence),
    })),
  });
}
