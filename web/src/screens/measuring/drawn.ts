import { drawBody, SIZE, type Look, type Scene } from '../../lib/motion/body';
import type { Footage } from './films';

/** A film that is drawn instead of taken. */
export interface Drawn {
  width: number;
  height: number;
  frames: number;
  rate: number;
  draw(context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D, frame: number): void;
}

/** A scene up to a frame, as a film. */
export const drawnOf = (scene: Scene, look: Look, last = scene.frames - 1): Drawn => ({
  ...SIZE,
  frames: last + 1,
  rate: scene.rate,
  draw: (context, frame) => drawBody(context, scene, frame, look),
});

export function footageOfDrawn(drawn: Drawn): Footage {
  const canvas = new OffscreenCanvas(drawn.width, drawn.height);
  const context = canvas.getContext('2d')!;
  return {
    frames: drawn.frames,
    rate: drawn.rate,
    at: (frame) => {
      drawn.draw(context, frame);
      return Promise.resolve({ picture: canvas });
    },
  };
}
