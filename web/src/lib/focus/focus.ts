import type { Focus } from '../words/judgement';

/** A focus owns a floor line: colour, dash pattern and letter; each alone would tell it. */
export interface Line {
  letter: string;
  colour: string;
  dash: string;
}

export const LINES: Record<Focus, Line> = {
  PROTECT: { letter: 'P', colour: 'var(--line-protect)', dash: '2 5' },
  FOOT: { letter: 'F', colour: 'var(--line-foot)', dash: '' },
  ANKLE: { letter: 'A', colour: 'var(--line-ankle)', dash: '10 3 2 3 2 3' },
  KNEE_CONTROL: { letter: 'K', colour: 'var(--line-knee)', dash: '14 5' },
  EVEN_SIDES: { letter: 'E', colour: 'var(--line-sides)', dash: '14 4 3 4' },
  DEPTH_AND_SPINE: { letter: 'D', colour: 'var(--line-depth)', dash: '6 4' },
  STEADY: { letter: 'S', colour: 'var(--line-steady)', dash: '3 4' },
  LOAD: { letter: 'L', colour: 'var(--line-load)', dash: '24 4' },
};
