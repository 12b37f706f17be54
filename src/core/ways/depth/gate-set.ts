import type { GateSetter } from '../gate-setter';
import type { DepthCalibration } from './calibration';
import { withDepth } from './with-depth';

/** Depths lie so far apart at least, shares of the way. */
const APART = 0.02;
/** Nearest to rest that a note may end. */
const LEAST_DAMPER = 0.02;

export const depthGate: GateSetter<DepthCalibration> = {
  read: ({ strike, damper }) => ({ on: strike, off: damper, leastOn: 0.2, leastOff: 0.05, shares: true }),
  write: (c, _, { on = c.strike, off = c.damper }) => {
    const strike = Math.min(0.98, Math.max(0.05 + 2 * APART, on));
    const rearm = Math.min(c.rearm, strike - APART);
    return withDepth(c, { strike, rearm, damper: Math.max(LEAST_DAMPER, Math.min(off, rearm)) });
  },
};
