import { BEGINS, COUNTS, ENDS, give, TAKEN } from './signal';

/** Seconds between the touch and the start, so that the athlete can be looked at (house convention). */
const COUNTDOWN = 3;

/**
 * A stopwatch that counts down before it begins and stops by itself at its cap; both can be heard and felt. It measures
 * between two moments, so a wrong clock does not matter.
 */
export class Stopwatch {
  seconds = $state(0);
  running = $state(false);
  /** Whole seconds until it begins; none once it runs. */
  before = $state(0);

  #began = 0;
  #frame = 0;

  constructor(
    readonly cap: number,
    readonly ended: () => void,
    readonly countdown = COUNTDOWN,
  ) {}

  start(): void {
    this.seconds = 0;
    this.running = true;
    this.before = this.countdown;
    this.#began = performance.now() + this.countdown * 1000;
    give(this.countdown ? COUNTS : BEGINS);
    this.#tick();
  }

  /** Stops; false where it had not begun, so that nothing was measured. */
  stop(): boolean {
    if (!this.running) return false;
    this.#measure();
    this.running = false;
    cancelAnimationFrame(this.#frame);
    const begun = this.before === 0;
    this.before = 0;
    give(TAKEN);
    return begun;
  }

  #measure(): void {
    const since = (performance.now() - this.#began) / 1000;
    const before = Math.max(0, Math.ceil(-since));
    if (before < this.before) give(before ? COUNTS : BEGINS);
    this.before = before;
    this.seconds = Math.min(this.cap, Math.max(0, since));
  }

  #tick = (): void => {
    this.#measure();
    if (this.seconds >= this.cap) {
      this.running = false;
      give(ENDS);
      this.ended();
    } else if (this.running) this.#frame = requestAnimationFrame(this.#tick);
  };
}
