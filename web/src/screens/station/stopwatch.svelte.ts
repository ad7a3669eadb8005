/** A stopwatch that stops by itself at its cap. It measures between two moments, so a wrong clock does not matter. */
export class Stopwatch {
  seconds = $state(0);
  running = $state(false);

  #began = 0;
  #frame = 0;

  constructor(
    readonly cap: number,
    readonly ended: () => void,
  ) {}

  start(): void {
    this.seconds = 0;
    this.running = true;
    this.#began = performance.now();
    this.#tick();
  }

  stop(): void {
    if (!this.running) return;
    this.#measure();
    this.running = false;
    cancelAnimationFrame(this.#frame);
  }

  #measure(): void {
    this.seconds = Math.min(this.cap, (performance.now() - this.#began) / 1000);
  }

  #tick = (): void => {
    this.#measure();
    if (this.seconds >= this.cap) {
      this.running = false;
      this.ended();
    } else if (this.running) this.#frame = requestAnimationFrame(this.#tick);
  };
}
