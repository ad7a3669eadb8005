import { api, ask, type Schemas } from '../../lib/api/client';
import { given } from '../../lib/given';
import {
  frameOf,
  mark,
  move,
  path,
  sightOf,
  spot,
  type Clip,
  type Landmark,
  type Side,
  type Sight,
  type Spot,
} from '../../lib/motion/clip';
import { ofSimulated } from '../../lib/record/measured';
import type { Facing } from '../../lib/pose/found';
import type { Drawn } from './drawn';

export type Report = Schemas['ClipReport'];
export type Source = Schemas['MeasuringControllerMeasureRequest']['source'];
export type Measure = Schemas['MeasuringControllerTrace']['measure'];
export type About = Schemas['MeasuringControllerAbout'];
export type Measured = Schemas['MeasuringControllerMeasureResponse'];

/** What lies under the landmarks. */
export type Picture =
  | { kind: 'none' }
  | { kind: 'still'; width: number; height: number; image: HTMLImageElement }
  | { kind: 'film'; width: number; height: number; film: HTMLVideoElement }
  | ({ kind: 'drawn' } & Drawn);

export const keyOf = (measure: Measure, side?: Side) => `${measure} ${side ?? ''}`;

/** A clip on the bench: its landmarks, where the cursor stands, and what the server makes of it. */
export class Bench {
  clip = $state.raw<Clip | null>(null);
  /** Grows with every change of a coordinate, since the paths themselves are plain arrays. */
  version = $state(0);
  sight = $state.raw<Sight | null>(null);
  picture = $state.raw<Picture>({ kind: 'none' });
  source = $state<Source>('SIMULATED');
  trial = $state('');
  about = $state<About>({});
  /** Which way somebody looks in a film that is taken next. */
  facing = $state<Facing>('RIGHT');
  /** Whether it stands at a station: the height comes from the roster, and nothing is marked by hand. */
  readonly atStation: boolean = false;
  frame = $state(0);
  playing = $state(false);
  selected = $state<Landmark | null>(null);
  dragging = $state(false);
  measured = $state.raw<Measured | null>(null);
  /** Numbers of the frame at hand while a landmark moves; null where the whole clip's are current. */
  live = $state.raw<Map<string, number> | null>(null);
  asking = $state(false);
  error = $state.raw<unknown>(null);
  /** Landmarks that were moved by hand. */
  moved = $state(0);

  #keys = new Map<Landmark, Map<number, Spot>>();
  #run = 0;
  #liveAsked = false;
  #liveAgain = false;

  get report(): Report | null {
    return this.measured?.report ?? null;
  }

  /** Whether something about the clip keeps it from being measured. */
  get refused(): boolean {
    return this.report?.findings.some((f) => f.outcome === 'REFUSED') ?? false;
  }

  /** What the test takes of the clip. */
  get facts(): Schemas['FactMeasured'][] {
    const facts = this.measured?.facts ?? [];
    return this.drawn ? ofSimulated(facts) : facts;
  }

  /** Whether nobody was filmed. */
  get drawn(): boolean {
    return this.picture.kind === 'drawn';
  }

  get seconds(): number {
    return this.clip ? this.frame / this.clip.rate : 0;
  }

  /** Lays a clip on the bench and measures it. */
  async lay(clip: Clip, source: Source, picture: Picture = { kind: 'none' }, across: 1 | -1 = 1) {
    this.clip = clip;
    this.source = source;
    this.picture = picture;
    this.sight =
      picture.kind === 'none'
        ? sightOf(clip, across)
        : {
            plane: clip.plane,
            across,
            left: 0,
            top: 0,
            width: picture.width,
            height: picture.height,
          };
    this.trial = crypto.randomUUID();
    this.frame = 0;
    this.playing = false;
    this.selected = null;
    this.moved = 0;
    this.measured = null;
    this.#keys.clear();
    this.version++;
    await this.measure();
    const bottom = this.report?.repetitions[0]?.events.bottom;
    if (bottom !== undefined) this.frame = bottom;
  }

  clear() {
    this.#run++;
    this.clip = null;
    this.measured = null;
    this.picture = { kind: 'none' };
  }

  /** What the server makes of a whole clip. */
  protected asked(clip: Clip): Promise<Measured> {
    return ask(
      api.POST('/api/measuring/report', {
        body: {
          clip,
          about: $state.snapshot(this.about),
          trial: this.trial,
          source: this.source,
        },
      }),
    );
  }

  /** Asks for the report of the whole clip; an older answer never replaces a newer one. */
  async measure() {
    const clip = this.clip;
    if (!clip) return;
    const run = ++this.#run;
    this.asking = true;
    try {
      const measured = await this.asked(clip);
      if (run !== this.#run) return;
      this.measured = measured;
      if (measured.inStep) {
        this.clip = measured.inStep;
        this.version++;
      }
      this.live = null;
      this.error = null;
    } catch (error) {
      if (run === this.#run) this.error = error;
    } finally {
      if (run === this.#run) this.asking = false;
    }
  }

  /** A landmark is moved on the stage; the numbers of this frame follow at once, those of the clip when it is let go. */
  moveTo(landmark: Landmark, to: Spot) {
    const { clip, sight } = this;
    if (!clip || !sight) return;
    if (this.source === 'MARKED') {
      const keys = this.#keys.get(landmark) ?? new Map<number, Spot>();
      keys.set(this.frame, to);
      this.#keys.set(landmark, keys);
      mark(clip, landmark, keys, sight.across);
    } else {
      move(clip, landmark, this.frame, to, sight.across);
    }
    this.moved++;
    this.version++;
    void this.#follow();
  }

  /** Frames in which a landmark was marked by hand. */
  keysOf(landmark: Landmark): number[] {
    return [...(this.#keys.get(landmark)?.keys() ?? [])].sort((a, b) => a - b);
  }

  nudge(landmark: Landmark, dx: number, dy: number) {
    const { clip, sight } = this;
    const p = clip && path(clip, landmark);
    if (!clip || !sight || !p) return;
    const at = spot(clip, p, this.frame, sight.across);
    this.moveTo(landmark, { x: at.x + dx, y: at.y + dy });
  }

  /** The smallest step of a landmark: a pixel of a picture, a millimetre without one. */
  get step(): number {
    return this.picture.kind === 'none' ? 0.001 / (this.clip?.metresPerUnit ?? 1) : 1;
  }

  async #follow() {
    if (this.#liveAsked) {
      this.#liveAgain = true;
      return;
    }
    const { clip, measured } = this;
    if (!clip) return;
    this.#liveAsked = true;
    try {
      const one = frameOf(clip, this.frame, measured?.report.metresPerUnit);
      const now = await ask(
        api.POST('/api/measuring/report', {
          body: {
            clip: one,
            about: given({ ...$state.snapshot(this.about), screening: undefined, test: undefined }),
            trial: this.trial,
            source: this.source,
          },
        }),
      );
      this.live = new Map(
        now.traces.flatMap((t) => {
          const value = t.values[0];
          return value === undefined || value === null || against.has(t.measure)
            ? []
            : [[keyOf(t.measure, t.side), value]];
        }),
      );
    } catch (error) {
      this.error = error;
    } finally {
      this.#liveAsked = false;
      if (this.#liveAgain) {
        this.#liveAgain = false;
        void this.#follow();
      }
    }
  }

  /** The value of a measure at the cursor. */
  now(measure: Measure, side?: Side): number | null {
    if (this.live) return this.live.get(keyOf(measure, side)) ?? null;
    const trace = this.measured?.traces.find((t) => t.measure === measure && t.side === side);
    return trace?.values[this.frame] ?? null;
  }

  to(frame: number) {
    const last = (this.clip?.frames ?? 1) - 1;
    this.frame = Math.max(0, Math.min(last, Math.round(frame)));
    if (!this.dragging) this.live = null;
  }

  /** Plays in real time, from the beginning again after the end; returns how to stop. */
  play(): () => void {
    let last = performance.now();
    let at = this.frame;
    let handle = 0;
    const tick = (time: number) => {
      const clip = this.clip;
      if (!clip || !this.playing) return;
      at += ((time - last) / 1000) * clip.rate;
      last = time;
      if (at >= clip.frames) at = 0;
      this.to(Math.floor(at));
      handle = requestAnimationFrame(tick);
    };
    handle = requestAnimationFrame(tick);
    return () => cancelAnimationFrame(handle);
  }
}

/** Measures that are told against standing, which a single frame does not know. */
const against = new Set<Measure>(['HEEL_RISE', 'PELVIC_SHIFT']);
