import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { compileDerived } from '../derived-levels';
import { measuredContacts } from '../lane-records';
import type { Compiled, Inputs } from '../way';
import { PHASES, type TurnsCalibration } from './calibration';
import { TURN_PORT, turnsLevel } from './lane-level';

/** An encoder a lane, which derives a column: what it is turned to. */
export const compileTurns = (
  parts: Parts,
  sensor: Sensor,
  c: TurnsCalibration,
  inputs: Inputs,
): Compiled | null =>
  compileDerived(
    parts,
    measuredContacts(sensor, c.lanes, inputs.contacts),
    [TURN_PORT],
    ({ record }) => turnsLevel(c, record.lane, TURN_PORT)!,
    ({ record, contacts: [first, second] }, into) =>
      parts.image.turns.push({
        ...{ steps: c.steps, first, second, into },
        rests: record.rests.reduce((mask, phase) => mask | (1 << PHASES.indexOf(phase)), 0),
        falling: record.leads === 'second' ? 1 : 0,
        wraps: c.ends === 'wrap' ? 1 : 0,
      }),
  );
