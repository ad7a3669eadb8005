import { api, ask, type Schemas } from '../../lib/api/client';

type Look = Schemas['LookAgainControllerRoundLook'];

/** The second round of a station: the looks that would still change something, one after the other. */
export class Round {
  /** Nothing as long as nobody has asked for it. */
  looks = $state.raw<Look[] | null>(null);
  /** It could not be asked for: without a network nobody knows what is worth a look. */
  failed = $state(false);

  readonly #screening: string;
  readonly #station: string | undefined;

  constructor(screening: string, station: string | undefined) {
    this.#screening = screening;
    this.#station = station;
  }

  async load(): Promise<void> {
    this.failed = false;
    const query = this.#station ? { station: this.#station } : {};
    this.looks = await ask(
      api.GET('/api/screenings/{id}/station/again', {
        params: { path: { id: this.#screening }, query },
      }),
    ).catch(() => ((this.failed = true), null));
  }

  /** The next look, which is then no longer in the round. */
  take(): Look | undefined {
    const [first, ...rest] = this.looks ?? [];
    if (first) this.looks = rest;
    return first;
  }
}
