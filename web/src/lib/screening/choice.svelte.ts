import { api, ask, type Schemas } from '../api/client';
import { protocolOf } from '../api/catalogue';

/** A screening and one of its athletes, chosen from those that there are. */
export class Choice {
  screenings = $state.raw<Schemas['ScreeningsScreeningView'][]>([]);
  athletes = $state.raw<Schemas['StationQueued'][]>([]);
  protocol = $state.raw<Schemas['Protocol'] | null>(null);
  screening = $state('');
  athlete = $state('');

  constructor(screening = '', athlete = '') {
    this.screening = screening;
    this.athlete = athlete;
  }

  get view(): Schemas['ScreeningsScreeningView'] | undefined {
    return this.screenings.find((s) => s.id === this.screening);
  }

  /** Loads what there is to choose from, and enters a screening that was chosen before. */
  async load(): Promise<void> {
    this.screenings = (await ask(api.GET('/api/today'))).screenings.map((d) => d.screening);
    if (this.screening) await this.enter();
  }

  /** Loads athletes and protocol of the chosen screening; without one there are none. */
  async enter(): Promise<void> {
    this.protocol = null;
    this.athletes = [];
    const view = this.view;
    if (!view) return;
    const station = await ask(
      api.GET('/api/screenings/{id}/station', { params: { path: { id: view.id } } }),
    );
    this.athletes = station.queue;
    this.protocol = await protocolOf(view);
  }
}
