import type { Schemas } from '../api/client';
import { say } from './words';

/** The name of a station of a hall. */
export function stationNamed(stations: Schemas['HallSetupStationSetup'][], id: string): string {
  const station = stations.find((s) => s.id === id);
  return station ? say(station.name) : id;
}
