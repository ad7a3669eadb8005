import type { Desk } from './desk.svelte';

/** Where the tests of a station are practised, the one at hand first. */
export function practiceOf({ station, test }: Desk): string {
  const at = station.at ? `/${station.at.id}` : '';
  return `#/screening/${station.screening.id}/practice${at}?test=${test.id}`;
}
