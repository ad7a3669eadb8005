import type { PoseEngine, PosePoint } from '../../lib/pose/engine';

/** Longest film that is measured, in seconds (house convention). */
export const LONGEST = 120;

/** Loads a picture from a file; it stays in the browser. */
export function openStill(file: Blob): Promise<HTMLImageElement> {
  return new Promise((done, failed) => {
    const image = new Image();
    image.onload = () => done(image);
    image.onerror = () => failed(new Error('unreadable'));
    image.src = URL.createObjectURL(file);
  });
}

/** Loads a film from a file; it stays in the browser. */
export function openFilm(file: Blob): Promise<HTMLVideoElement> {
  return new Promise((done, failed) => {
    const film = document.createElement('video');
    film.muted = true;
    film.playsInline = true;
    film.preload = 'auto';
    film.onerror = () => failed(new Error('unreadable'));
    film.onloadeddata = () => {
      if (Number.isFinite(film.duration)) return done(film);
      // A recording does not know how long it is until its end was looked for.
      film.ondurationchange = () => {
        if (Number.isFinite(film.duration)) {
          film.ondurationchange = null;
          film.currentTime = 0;
          done(film);
        }
      };
      film.currentTime = Number.MAX_SAFE_INTEGER;
    };
    film.src = URL.createObjectURL(file);
  });
}

function seek(film: HTMLVideoElement, seconds: number): Promise<void> {
  return new Promise((done) => {
    if (Math.abs(film.currentTime - seconds) < 1e-4) return done();
    film.addEventListener('seeked', () => done(), { once: true });
    film.currentTime = seconds;
  });
}

/** Lets a network look at every frame of a film; it can be stopped, and tells how far it is. */
export async function look(
  film: HTMLVideoElement,
  rate: number,
  engine: PoseEngine,
  told: (share: number) => void,
  stopped: () => boolean,
): Promise<(PosePoint[] | null)[] | null> {
  const frames = Math.max(1, Math.floor(Math.min(film.duration, LONGEST) * rate));
  const found: (PosePoint[] | null)[] = [];
  await engine.reset();
  for (let f = 0; f < frames; f++) {
    if (stopped()) return null;
    await seek(film, Math.min((f + 0.5) / rate, film.duration));
    found.push(await engine.find(film, (1000 * f) / rate));
    told((f + 1) / frames);
  }
  return found;
}
