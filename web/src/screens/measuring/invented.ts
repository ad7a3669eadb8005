import type { Schemas } from '../../lib/api/client';
import { LOOKS, type Look } from '../../lib/motion/body';

type Body = Schemas['MeasuringControllerSimulation'];

/** An invented athlete in front of the simulated camera: what they look like and how they squat. */
export interface Invented {
  look: Look;
  body: Pick<Body, 'stature' | 'ankle' | 'arms' | 'depth'> & { faults: Body['faults'] };
}

const sided = (left: number, right: number) => ({
  left: { descent: left / 3, bottom: left, ascent: (2 * left) / 3 },
  right: { descent: right / 3, bottom: right, ascent: (2 * right) / 3 },
});

const FREE = { tuckOnset: 20, armsFall: 0, turnsOut: 0, wobble: 2 };

/** Three who stand and move differently. */
export const INVENTED: Invented[] = [
  {
    look: LOOKS[0]!,
    body: {
      stature: 170,
      ankle: 36,
      arms: 'FORWARD',
      depth: 4,
      faults: {
        ...FREE,
        kneeIn: sided(12, 22),
        heelRise: { left: 0.4, right: 0.8 },
        drift: 4,
        obliquity: 1,
        tuck: 0,
        trunk: 3,
        hipsFirst: 4,
      },
    },
  },
  {
    look: LOOKS[1]!,
    body: {
      stature: 184,
      ankle: 27,
      arms: 'FORWARD',
      depth: 18,
      faults: {
        ...FREE,
        kneeIn: sided(2, 0),
        heelRise: { left: 3, right: 2.5 },
        drift: -6,
        obliquity: 0,
        tuck: 8,
        trunk: 6,
        hipsFirst: 0,
      },
    },
  },
  {
    look: LOOKS[2]!,
    body: {
      stature: 158,
      ankle: 40,
      arms: 'OVERHEAD',
      depth: -4,
      faults: {
        ...FREE,
        kneeIn: sided(0, 0),
        heelRise: { left: 0, right: 0 },
        drift: 0,
        obliquity: 0,
        tuck: 0,
        trunk: 0,
        hipsFirst: 0,
      },
    },
  },
];
