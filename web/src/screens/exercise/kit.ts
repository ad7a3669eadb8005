import type { Schemas } from '../../lib/api/client';
import { path, spot, type Clip, type Landmark, type Spot } from '../../lib/motion/clip';

type Item = Schemas['Exercise']['kit'][number]['item'];
type Figure = Schemas['Exercise']['figure'];

/** A piece of kit as it is drawn, in metres on the stage. */
export type Drawn =
  | { kind: 'seat'; x: number; y: number; width: number; height: number }
  | { kind: 'post'; x: number; top: number }
  /** Something carried, with the bent arms that hold it. */
  | { kind: 'carried'; at: Spot; radius: number; shoulder: Spot; elbow: Spot; hand: Spot };

/** Depth of a seat, what the body adds behind the hip joint, how far a post is from the hand, in metres (house convention). */
const SEAT = 0.4;
const BUTTOCK = 0.09;
const REACH = 0.03;
/** From the shoulder: a bar on it, a weight at the chest, and the arms that hold them, in metres (house convention). */
const CARRIED = {
  RACK: { at: { x: 0, y: 0 }, radius: 0.12, elbow: { x: 0.08, y: 0.24 }, hand: { x: 0.06, y: 0 } },
  WEIGHT: {
    at: { x: 0.17, y: 0.13 },
    radius: 0.08,
    elbow: { x: 0.04, y: 0.27 },
    hand: { x: 0.15, y: 0.13 },
  },
} satisfies Record<string, { at: Spot; radius: number; elbow: Spot; hand: Spot }>;

const plus = (a: Spot, b: Spot) => ({ x: a.x + b.x, y: a.y + b.y });

/**
 * The kit of an exercise around the figure, as far as it can be seen from the side: a seat behind the hip where it is lowest, a
 * post within reach, a bar on the shoulder, a weight at the chest.
 *
 * @param low the frame in which the hip is lowest
 */
export function drawn(
  clip: Clip,
  items: Item[],
  figure: Figure,
  frame: number,
  low: number,
): Drawn[] {
  const at = (landmark: Landmark, when: number): Spot | undefined => {
    const found = path(clip, landmark);
    return found && spot(clip, found, when, 1);
  };
  return items.flatMap((item): Drawn[] => {
    if (item === 'RACK' || item === 'WEIGHT') {
      const shoulder = at('LEFT_SHOULDER', frame);
      if (!shoulder) return [];
      const { radius, ...held } = CARRIED[item];
      return [
        {
          kind: 'carried',
          radius,
          shoulder,
          at: plus(shoulder, held.at),
          elbow: plus(shoulder, held.elbow),
          hand: plus(shoulder, held.hand),
        },
      ];
    }
    const hip = at('LEFT_HIP', low);
    if ((item === 'CHAIR' || item === 'BOX') && figure === 'CHAIR' && hip) {
      const top = hip.y + BUTTOCK;
      return [{ kind: 'seat', x: hip.x - SEAT + BUTTOCK, y: top, width: SEAT, height: -top }];
    }
    const wrist = at('LEFT_WRIST', low);
    if (item === 'UPRIGHT' && wrist) {
      return [{ kind: 'post', x: wrist.x + REACH, top: wrist.y - SEAT }];
    }
    return [];
  });
}
