import { api, ask, type Schemas } from '../../lib/api/client';
import { given } from '../../lib/given';
import { m } from '../../lib/paraglide/messages';
import { decimal } from '../../lib/words/words';

export type Asked = Schemas['BodyModelControllerBodyRequest'];
export type Said = Schemas['BodyModelControllerBodyResponse'];
type Start = Schemas['BodyModelControllerBodyStart'];
type Measured = Omit<Schemas['FactBodyMeasured'], 'kind'>;

const SEGMENTS = ['shank', 'thigh', 'trunk'] as const;
export type Segment = (typeof SEGMENTS)[number];
type Lengths = Record<Segment, number>;

/** The hip limit that is taken where nobody has measured one, in degrees. */
const AVERAGE_HIP = 130;

const clamp = (value: number, least: number, most: number) =>
  Math.min(most, Math.max(least, value));

/** The setting of the body model: where its sliders stand, and what the model says to it. */
export class BodySetting {
  stature = $state(175);
  /** Percent by which a segment is longer than usual for the stature. */
  longer = $state<Lengths>({ shank: 0, thigh: 0, trunk: 0 });
  ankle = $state({ left: 35, right: 35 });
  hip = $state(AVERAGE_HIP);
  arms = $state<Asked['arms']>('FORWARD');
  place = $state<Asked['place']>('NONE');
  load = $state(50);
  plate = $state(0);
  target = $state(0);
  said = $state.raw<Said | null>(null);
  /** What is known of the athlete who was chosen. */
  start = $state.raw<Start | null>(null);

  /** Usual lengths as shares of stature, as the server's build has them; they come with the first answer. */
  #shares = $state.raw<Lengths | null>(null);
  #run = 0;

  readonly #asked = $derived<Asked>(
    given({
      stature: this.stature,
      shank: this.longer.shank ? this.centimetres('shank') : undefined,
      thigh: this.longer.thigh ? this.centimetres('thigh') : undefined,
      trunk: this.longer.trunk ? this.centimetres('trunk') : undefined,
      ankle: { ...this.ankle },
      hip: this.hip,
      arms: this.place === 'IN_FRONT' ? ('FORWARD' as const) : this.arms,
      place: this.place,
      load: this.load,
      plate: this.plate,
      target: this.target,
    }),
  );

  /** Length of a segment as it is set. */
  centimetres(segment: Segment): number | undefined {
    return this.#shares
      ? this.#shares[segment] * this.stature * (1 + this.longer[segment] / 100)
      : undefined;
  }

  /** What the model is asked; reading it follows every slider. */
  get asked(): Asked {
    return this.#asked;
  }

  /** Asks the model; an answer to an older setting is dropped. */
  async answer(): Promise<void> {
    if (!this.#shares) await this.#learn();
    const mine = ++this.#run;
    const now = await ask(
      api.POST('/api/body-model', { body: $state.snapshot<Asked>(this.#asked) }),
    );
    if (mine === this.#run) this.said = now;
  }

  async #learn(): Promise<void> {
    const plain = await ask(
      api.POST('/api/body-model', {
        body: {
          stature: 100,
          ankle: { left: 35, right: 35 },
          hip: AVERAGE_HIP,
          arms: 'FORWARD',
          place: 'NONE',
          load: 0,
          plate: 0,
          target: 0,
        },
      }),
    );
    const { shank, thigh, trunk } = plain.build;
    this.#shares = { shank, thigh, trunk };
    if (this.start) this.fill(this.start);
  }

  /** Puts the sliders where the athlete's values are. */
  fill(start: Start): void {
    this.start = start;
    if (start.stature) this.stature = start.stature;
    if (start.ankle.left !== undefined)
      this.ankle.left = Math.round(clamp(start.ankle.left, 0, 60));
    if (start.ankle.right !== undefined)
      this.ankle.right = Math.round(clamp(start.ankle.right, 0, 60));
    if (start.hip !== undefined) this.hip = start.hip;
    this.target = start.target;
    for (const segment of SEGMENTS) {
      const length = start[segment];
      const usual = this.#shares && this.#shares[segment] * this.stature;
      this.longer[segment] = length && usual ? Math.round(1000 * (length / usual - 1)) / 10 : 0;
    }
  }

  /** What was moved here, or had been measured before. Average lengths are no measurement. */
  #isMeasured(segment: Segment): boolean {
    return this.longer[segment] !== 0 || this.start?.[segment] !== undefined;
  }

  /** What was measured on the athlete; null where nothing was. */
  get measured(): Measured | null {
    const lengths = SEGMENTS.filter((segment) => this.#isMeasured(segment)).map(
      (segment) => [segment, Math.round(10 * (this.centimetres(segment) ?? 0)) / 10] as const,
    );
    const hip = this.hip !== AVERAGE_HIP || this.start?.hip !== undefined;
    if (!lengths.length && !hip) return null;
    return { ...Object.fromEntries(lengths), ...(hip && { hip: this.hip }) };
  }

  /** How far from the wall the toes are at an angle of the shin, by the athlete's own lengths. */
  atTheWall(side: 'left' | 'right'): string {
    return this.said ? m.body_at_wall({ cm: decimal(this.said.wall[side]) }) : '';
  }
}

/** The answer of the side that decides. */
export const deciding = (said: Said) =>
  said.decides === 'LEFT' ? said.answers.left : said.answers.right;

export function depthWords(thigh: number): string {
  if (thigh > 0.5) return m.body_above({ degrees: decimal(thigh) });
  if (thigh < -0.5) return m.body_below({ degrees: decimal(-thigh) });
  return m.body_parallel();
}
