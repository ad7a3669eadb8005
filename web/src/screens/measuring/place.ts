import { given } from '../../lib/given';

/** Where the camera stands, in metres: it stays where it is for a whole hall of athletes. */
export interface Place {
  distance?: number;
  height?: number;
}

const KEY = 'camera-place';

export function placeKept(): Place {
  try {
    const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, unknown>;
    const number = (value: unknown) => (typeof value === 'number' ? value : undefined);
    return given({ distance: number(kept['distance']), height: number(kept['height']) });
  } catch {
    return {};
  }
}

export function keepPlace(place: Place) {
  localStorage.setItem(KEY, JSON.stringify(place));
}
