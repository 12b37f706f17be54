import { ticksIn } from '../../engine/clock';
import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { compileDerived } from '../derived-levels';
import { measuredContacts } from '../lane-records';
import type { Compiled, Inputs } from '../way';
import { ACCELERATIONS, PHASES, type TurnsCalibration } from './calibration';
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
        ...{ steps: c.steps, quick: ticksIn((1000 * record.stepMs) / 2), first, second, into },
        ...{
          most: ACCELERATIONS.indexOf(c.accelerates),
          kept: c.values === 'scene' ? parts.valuesOfScenes() : 0,
        },
        rests: record.rests.reduce((mask, phase) => mask | (1 << PHASES.indexOf(phase)), 0),
        falling: record.leads === 'second' ? 1 : 0,
        wraps: c.ends === 'wrap' ? 1 : 0,
      }),
  );
