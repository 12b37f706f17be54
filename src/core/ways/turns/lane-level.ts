import type { LaneLevel } from '../level/lane-level';
import type { TurnsCalibration } from './calibration';

/** The port of the kinds of this way. */
export const TURN_PORT = 'turn';

/** What a lane is turned to, of a column that is derived: its steps. A gate opens half-way, as that of what stays where it is left does. */
export function turnsLevel(c: TurnsCalibration, lane: string, port?: string): LaneLevel | undefined {
  if (port !== TURN_PORT || !c.lanes.some((l) => l.lane === lane)) return undefined;
  const { steps } = c;
  const half = steps >> 1;
  return {
    ...{ lane, rest: 0, noise: 0, polarity: 'rising', down: null, slack: 0, fixed: true },
    up: { reach: steps, dead: 0, on: half, off: half - 1 },
  };
}
