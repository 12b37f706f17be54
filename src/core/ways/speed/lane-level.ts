import { highestBit, reciprocal } from '../../engine/reciprocal';
import type { LaneLevel } from '../level/lane-level';
import type { SpeedCalibration, SpeedLane } from './calibration';

/** Ports of the kinds of this way. */
export const SPEED_PORT = 'speed';
export const TURNING_PORT = 'turning';

/** The unit of the board's periods, µs. */
const UNIT_US = 64;
/** A period that is longer than the slowest by this closes the gate. (Common practice, no source.) */
export const SLOWER = 1.25;
/** Ripple past a step's edge that still sends nothing, σ. */
const SLACK_SIGMAS = 3;

/** A time in the board's units. */
export const unitsOf = (ms: number): number =>
  Math.max(1, Math.min(65535, Math.round((ms * 1000) / UNIT_US)));

/** The shift at which the fastest period still fits a word, with room above it. */
export const shiftOf = ({ fastestMs }: SpeedLane): number => highestBit(unitsOf(fastestMs));

/** How fast a wheel turns, of a column that is derived; it is open from the slowest on. Both ports read the same. */
export function speedLevel(c: SpeedCalibration, lane: string, port?: string): LaneLevel | undefined {
  const own = c.lanes.find((l) => l.lane === lane);
  if (!own || (port !== SPEED_PORT && port !== TURNING_PORT)) return undefined;
  const shift = shiftOf(own);
  const reads = (ms: number) => reciprocal(unitsOf(ms), shift);
  const reach = reads(own.fastestMs);
  const off = reads(SLOWER * own.slowestMs);
  const on = Math.min(reach - 1, Math.max(off + 1, reads(own.slowestMs)));
  const ripple = own.unevenness / 2 ** own.smoothing;
  const slack = Math.min(255, Math.ceil(SLACK_SIGMAS * ripple * reach));
  return {
    ...{ lane, rest: 0, noise: ripple * reach, polarity: 'rising', down: null, slack, fixed: true },
    up: { reach, dead: Math.max(2 * slack, off), on, off },
  };
}
