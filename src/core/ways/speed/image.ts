import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { compileDerived } from '../derived-levels';
import { measuredContacts } from '../lane-records';
import type { Compiled, Inputs } from '../way';
import type { SpeedCalibration } from './calibration';
import { shiftOf, SPEED_PORT, speedLevel, TURNING_PORT, unitsOf } from './lane-level';

/** A wheel a lane, which derives a column: how fast it turns. */
export const compileSpeed = (
  parts: Parts,
  sensor: Sensor,
  c: SpeedCalibration,
  inputs: Inputs,
): Compiled | null =>
  compileDerived(
    parts,
    measuredContacts(sensor, c.lanes, inputs.contacts),
    [SPEED_PORT, TURNING_PORT],
    ({ record }) => speedLevel(c, record.lane, SPEED_PORT)!,
    ({ record, contacts: [contact] }, into) =>
      parts.image.speeds.push({
        ...{ stop: unitsOf(record.stopMs), bounce: unitsOf(record.bounceMs), contact, into },
        ...{ shift: shiftOf(record), smoothing: record.smoothing },
      }),
  );
