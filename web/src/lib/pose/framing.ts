import type { PosePoint } from './engine';

/** What keeps a camera's picture from being measured well. */
export type Framing = 'nobody' | 'cut-off' | 'too-close' | 'tilted' | 'good';

/** A body may fill this much of the picture's height; nearer, perspective bends what is measured (house convention). */
const TALLEST = 0.85;
/** Share of the picture that stays free around the body (house convention). */
const EDGE = 0.015;
/** Degrees by which somebody who stands may lean in the picture before the camera is taken for tilted (house convention). */
const TILT = 5;
const SURE = 0.5;
const [EAR, SHOULDER, HIP, KNEE, ANKLE, TOE] = [7, 11, 23, 25, 27, 31];

/** Judges one picture; its size tells what its shares are worth. */
export function framing(points: PosePoint[] | null, width: number, height: number): Framing {
  if (!points) return 'nobody';
  const best = (left: number): PosePoint => {
    const [a, b] = [points[left]!, points[left + 1]!];
    return a.visibility >= b.visibility ? a : b;
  };
  const chain = [EAR, SHOULDER, HIP, KNEE, ANKLE, TOE].map(best);
  if (chain.filter((p) => p.visibility >= SURE).length < 2) return 'nobody';
  const outside = (p: PosePoint) => p.x < EDGE || p.x > 1 - EDGE || p.y < EDGE || p.y > 1 - EDGE;
  if (chain.some((p) => p.visibility < SURE || outside(p))) return 'cut-off';
  const ys = chain.map((p) => p.y);
  if (Math.max(...ys) - Math.min(...ys) > TALLEST) return 'too-close';
  const middle = (left: number) => ({
    x: ((points[left]!.x + points[left + 1]!.x) / 2) * width,
    y: ((points[left]!.y + points[left + 1]!.y) / 2) * height,
  });
  const [hip, ankle, knee, shoulder] = [middle(HIP), middle(ANKLE), middle(KNEE), middle(SHOULDER)];
  const straight =
    Math.hypot(hip.x - knee.x, hip.y - knee.y) + Math.hypot(knee.x - ankle.x, knee.y - ankle.y);
  const standing = Math.hypot(hip.x - ankle.x, hip.y - ankle.y) > 0.97 * straight;
  const lean = (Math.atan2(shoulder.x - ankle.x, ankle.y - shoulder.y) * 180) / Math.PI;
  return standing && Math.abs(lean) > TILT ? 'tilted' : 'good';
}
