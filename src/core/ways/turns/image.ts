import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { compileLevel } from '../level/image';
import type { Compiled, Inputs } from '../way';
import { PHASES, type TurnsCalibration } from './calibration';
import { TURN_PORT, turnsLevel } from './lane-level';

/** An encoder a lane, which derives a column: what it is turned to. */
export function compileTurns(
  parts: Parts,
  sensor: Sensor,
  c: TurnsCalibration,
  { contacts }: Inputs,
): Compiled | null {
  const { image } = parts;
  const index = image.levels.length;
  const lanes = sensor.lanes.flatMap((lane, place) => {
    const own = c.lanes.find((l) => l.lane === lane.id);
    const [first, second] = (lane.contacts ?? []).map((name) => contacts.indexOf(name));
    if (!own || !(first >= 0) || !(second >= 0)) return [];
    const into = parts.derivedColumn();
    image.turns.push({
      ...{ steps: c.steps, first, second, into },
      rests: own.rests.reduce((mask, phase) => mask | (1 << PHASES.indexOf(phase)), 0),
      falling: own.leads === 'second' ? 1 : 0,
      wraps: c.ends === 'wrap' ? 1 : 0,
    });
    image.levels.push(compileLevel(turnsLevel(c, lane.id, TURN_PORT)!, into));
    return [place];
  });
  return lanes.length === 0 ? null : { index, levels: { [TURN_PORT]: index }, lanes, bank: null };
}
