import { CALIBRATIONS, type Calibration } from '../instrument/calibration';
import type { Sensor } from '../instrument/sensor';
import { axes } from './axes/way';
import { depth } from './depth/way';
import { contacts } from './contacts/way';
import type { LaneLevel } from './level/lane-level';
import { level } from './level/way';
import { pair } from './pair/way';
import { place } from './place/way';
import { speed } from './speed/way';
import { strike } from './strike/way';
import { surface } from './surface/way';
import { tone } from './tone/way';
import { touch } from './touch/way';
import { travel } from './travel/way';
import { turns } from './turns/way';
import type { MovedSince } from './moved-lanes';
import type { Way } from './way';

const ways = new Map<string, Way>();

/** Makes a way known. @throws RangeError where its name is taken */
export function registerWay(way: Way): void {
  if (ways.has(way.is)) throw new RangeError(`registerWay: ${way.is}: its name must be free`);
  ways.set(way.is, way);
  CALIBRATIONS[way.is] = way.document;
}

/** A new way is a folder beside this file and a name in this list. */
for (const way of [
  level,
  travel,
  place,
  touch,
  strike,
  pair,
  depth,
  contacts,
  turns,
  speed,
  tone,
  axes,
  surface,
])
  registerWay(way);

/** All ways, in the order in which they were made known. */
export const allWays = (): Way[] => [...ways.values()];

/** The way of that name. @throws RangeError for one that is not known */
export function wayNamed(is: string): Way {
  const way = ways.get(is);
  if (!way) throw new RangeError(`wayNamed: one of ${[...ways.keys()].join(', ')} is required, got ${is}`);
  return way;
}

/** The way of a calibration. */
export const wayOf = (calibration: Calibration): Way => wayNamed(calibration.is);

/** What a calibration of a document may leave out, filled in; one of no known way is left as it is. */
export const completedCalibration = (plain: Record<string, unknown>): object =>
  ways.get(String(plain.is))?.completed?.(plain) ?? plain;

/** A lane's count at rest, and how far from it playing takes it, counts; null where that was not measured. */
export function laneRange({ calibration: c }: Sensor, lane: string): { rest: number; travel: number } | null {
  if (!c) return null;
  const way = wayOf(c);
  const rest = way.restOf(c, lane);
  const travel = way.travelOf(c, lane);
  return rest === undefined || travel === undefined ? null : { rest, travel };
}

/** What was measured of one of a sensor's lanes, as a level; null where it is none. @param place of the lane in its sensor @param port that voices read; without one, a level of the lane's own counts */
export function levelOf({ calibration: c, lanes }: Sensor, place = 0, port?: string): LaneLevel | null {
  const lane = lanes[place]?.id;
  return (c && lane !== undefined && wayOf(c).levelOf?.(c, lane, port)) || null;
}

/** Lanes of a sensor that its calibration does not know. */
export const lanesLeft = ({ calibration: c, lanes }: Sensor): number =>
  c ? lanes.filter(({ id }) => !wayOf(c).knows(c, id)).length : 0;

/** What of a sensor lies elsewhere at rest than measured. @param rests of each lane now, counts; null where it is not known */
export const movedSince = (sensor: Sensor, rests: readonly (number | null)[]): MovedSince | null =>
  sensor.calibration ? wayOf(sensor.calibration).movedSince(sensor.calibration, sensor.lanes, rests) : null;
