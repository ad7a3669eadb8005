import type { Middleware } from 'openapi-fetch';

/** What the server's clock says against this device's. */
class Clock {
  /** Milliseconds by which this device is behind; the last answer said so. */
  offset = $state(0);

  /** Whether the difference is large enough to be told; facts are ordered without it. */
  get wrong(): boolean {
    return Math.abs(this.offset) > TOLERATED;
  }
}

const TOLERATED = 2 * 60 * 1000;

export const clock = new Clock();

export const timed: Middleware = {
  onResponse({ response }) {
    const at = Date.parse(response.headers.get('Date') ?? '');
    if (!Number.isNaN(at)) clock.offset = at - Date.now();
  },
};
