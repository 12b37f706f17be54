import { calibrate } from '../calibrate/station';
import { listen } from '../listen/station';
import { load } from '../load/station';
import { log } from '../log/station';
import { plan } from '../plan/station';
import { prove } from '../prove/station';
import { shape } from '../shape/station';
import { voice } from '../voice/station';
import type { StationOf } from './station';

const OURS = [plan, listen, calibrate, shape, voice, prove, load, log] as const;

export type StationId = (typeof OURS)[number]['id'];

/** Any station. */
export type Station = StationOf<string>;

/** The stations in working order. */
export const STATIONS: Station[] = [...OURS];

/** Makes one known that is not in the list: one of a test. @returns what takes it away again */
export function addStation(station: Station): () => void {
  STATIONS.push(station);
  return () => void STATIONS.splice(STATIONS.indexOf(station), 1);
}

export const stationNamed = (id: string): Station | undefined => STATIONS.find((s) => s.id === id);
