import { orderedGate, withLanes, type GateSetter } from '../gate-setter';
import type { StrikeCalibration } from './calibration';

/** A mask of its own length is the longest. */
const MOST_MASK_MS = 250;

export const strikeGate: GateSetter<StrikeCalibration> = {
  read: ({ lanes, maskMs, windowMs }, lane) => {
    const own = lanes.find((l) => l.lane === lane);
    if (!own) return null;
    const leastOn = Math.max(2, Math.ceil(6 * own.noise));
    return { on: own.on, leastOn, quietMs: maskMs, windowMs, quiet: 'mask' };
  },
  write: (c, lane, { on, quietMs = c.maskMs, windowMs = c.windowMs }) => ({
    ...{ ...c, windowMs, maskMs: Math.min(MOST_MASK_MS, Math.max(windowMs, quietMs)) },
    lanes: withLanes(c.lanes, lane, (own) => ({
      ...own,
      on: orderedGate({ on: own.on, off: 1 }, { on }, own.full - 1).on,
    })),
  }),
};
