import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { compileLevel } from '../level/image';
import type { Compiled, Inputs } from '../way';
import type { SpeedCalibration } from './calibration';
import { shiftOf, SPEED_PORT, speedLevel, TURNING_PORT, unitsOf } from './lane-level';

/** A wheel a lane, which derives a column: how fast it turns. */
export function compileSpeed(
  parts: Parts,
  sensor: Sensor,
  c: SpeedCalibration,
  { contacts }: Inputs,
): Compiled | null {
  const { image } = parts;
  const index = image.levels.length;
  const lanes = sensor.lanes.flatMap((lane, place) => {
    const own = c.lanes.find((l) => l.lane === lane.id);
    const contact = contacts.indexOf(lane.contacts?.[0] ?? '');
    if (!own || contact < 0) return [];
    const into = parts.derivedColumn();
    image.speeds.push({
      ...{ stop: unitsOf(own.stopMs), bounce: unitsOf(own.bounceMs), contact, into },
      ...{ shift: shiftOf(own), smoothing: own.smoothing },
    });
    image.levels.push(compileLevel(speedLevel(c, lane.id, SPEED_PORT)!, into));
    return [place];
  });
  const levels = { [SPEED_PORT]: index, [TURNING_PORT]: index };
  return lanes.length === 0 ? null : { index, levels, lanes, bank: null };
}
