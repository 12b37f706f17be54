import { ONE } from '../../shape/table';
import type { LaneLevel } from '../level/lane-level';
import type { PlaceCalibration, PlaceLane } from './calibration';
import { placeMap } from './map';

export const placeLane = (c: PlaceCalibration, lane: string): PlaceLane | undefined =>
  c.lanes.find((l) => l.lane === lane);

/** Ports of the kinds of this way. */
export const PLACE_PORT = 'place';
export const TOUCH_PORT = 'touch';

/** Both ends read themselves within this share of the length, Q15, or twice the slack, so that they are always reached: 0.4 %. */
const LEAST_END = ONE >> 8;
/** Noise past a step's edge that still sends nothing, σ of the place. */
const SLACK_SIGMAS = 3;

/** What a port of a lane reads, of a column that is derived: its place in shares of its length, Q15, or whether it is touched. */
export function placeLevel(c: PlaceCalibration, lane: string, port?: string): LaneLevel | undefined {
  const own = placeLane(c, lane);
  if (!own || port === undefined) return undefined;
  return port === TOUCH_PORT ? touchedLevel(lane) : placedLevel(lane, own);
}

const DERIVED = { rest: 0, polarity: 'rising', down: null, fixed: true } as const;

/** Whether it is touched: all or nothing. */
export const touchedLevel = (lane: string): LaneLevel => ({
  ...DERIVED,
  ...{ lane, noise: 0, slack: 0 },
  up: { reach: ONE, dead: ONE >> 2, on: ONE >> 1, off: ONE >> 2 },
});

/** A place in shares of the length, Q15. @param own `low`, `high`: the outermost that are reached; 0 and 1 unless said */
export function placedLevel(
  lane: string,
  own: Pick<PlaceLane, 'map' | 'touchedNoise'> & { low?: number; high?: number },
): LaneLevel {
  const noise = own.touchedNoise * steepest(own) * ONE;
  const slack = Math.min(255, Math.ceil(SLACK_SIGMAS * noise));
  const end = Math.max(LEAST_END, 2 * slack);
  const { low = 0, high = 1 } = own;
  const reach = Math.min(ONE - end, Math.floor(high * ONE));
  const up = { reach, dead: Math.max(end, Math.ceil(low * ONE)), on: ONE >> 1, off: ONE >> 2 };
  return { ...DERIVED, counts: 'share', lane, noise, slack, up };
}

/** The most that one count is worth, share of the length. */
export function steepest({ map }: Pick<PlaceLane, 'map'>): number {
  const at = placeMap(map);
  const [first, last] = [map[0].count, map[map.length - 1].count];
  let most = 0;
  for (let i = 0; i < 64; i++) {
    const count = first + ((last - first) * i) / 64;
    most = Math.max(most, Math.abs(at(count + (last - first) / 64) - at(count)) / ((last - first) / 64));
  }
  return most;
}
