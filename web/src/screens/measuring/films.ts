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

/** How long a browser may take to tell which frame it shows, in milliseconds; it says nothing where that did not change. */
const TELLS = 120;

/** Goes to a time and tells when the frame that is shown there was taken, in seconds, where the browser knows. */
function seek(film: HTMLVideoElement, seconds: number): Promise<number | undefined> {
  return new Promise((done) => {
    if (Math.abs(film.currentTime - seconds) < 1e-4) return done(undefined);
    let shown: number | undefined;
    let sought = false;
    const told = film.requestVideoFrameCallback?.((_, { mediaTime }) => {
      shown = mediaTime;
      if (sought) done(shown);
    });
    film.addEventListener(
      'seeked',
      () => {
        sought = true;
        if (told === undefined || shown !== undefined) return done(shown);
        setTimeout(() => {
          film.cancelVideoFrameCallback(told);
          done(shown);
        }, TELLS);
      },
      { once: true },
    );
    film.currentTime = seconds;
  });
}

/** What a network saw in a film at one time. */
export interface Look {
  points: PosePoint[] | null;
  /** When the frame was taken, in seconds; not known where the browser does not say. */
  at?: number | undefined;
}

/** Pictures in a row, whatever they come from. */
export interface Footage {
  frames: number;
  rate: number;
  /** One picture, and when it was taken where that is known, in seconds. */
  at(frame: number): Promise<{ picture: ImageBitmapSource; taken?: number | undefined }>;
}

/** The pictures of a film, at an even rate. */
export const footageOf = (film: HTMLVideoElement, rate: number): Footage => ({
  frames: Math.max(1, Math.floor(Math.min(film.duration, LONGEST) * rate)),
  rate,
  at: async (frame) => ({
    taken: await seek(film, Math.min((frame + 0.5) / rate, film.duration)),
    picture: film,
  }),
});

/** Lets a network look at every picture; it can be stopped, and tells how far it is. */
export async function look(
  footage: Footage,
  engine: PoseEngine,
  told: (share: number) => void,
  stopped: () => boolean,
): Promise<Look[] | null> {
  const found: Look[] = [];
  await engine.reset();
  for (let f = 0; f < footage.frames; f++) {
    if (stopped()) return null;
    const { picture, taken } = await footage.at(f);
    found.push({ points: await engine.find(picture, (1000 * f) / footage.rate), at: taken });
    told((f + 1) / footage.frames);
  }
  return found;
}

/** Share of an interval by which a frame may come early or late without a word (house convention). */
const EARLY = 0.3;

/**
 * The frames that there are. A film may have fewer than were looked for, or drop some: then the same frame is shown again, and
 * the times of those that differ are told.
 */
export function taken(
  looks: Look[],
  rate: number,
): { found: (PosePoint[] | null)[]; times?: number[] | undefined } {
  const found = looks.map((l) => l.points);
  const known = looks.filter((l) => l.at !== undefined).length;
  if (looks.length < 2 || known < looks.length / 2) return { found };
  const fresh = looks.flatMap((l, i) => {
    const before = looks.slice(0, i).findLast((o) => o.at !== undefined)?.at ?? -1;
    return l.at !== undefined && l.at > before ? [{ points: l.points, at: l.at }] : [];
  });
  const even = fresh.every(
    (l, i) => i === 0 || Math.abs(l.at - fresh[i - 1]!.at - 1 / rate) < EARLY / rate,
  );
  if (even && fresh.length >= looks.length - 1) return { found };
  return { found: fresh.map((l) => l.points), times: fresh.map((l) => l.at) };
}
