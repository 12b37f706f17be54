import { lanesGate } from '../gate-setter';
import type { TouchCalibration, TouchLane } from './calibration';

/** "On" is reached where a lane is touched. */
export const touchGate = lanesGate<TouchLane, TouchCalibration>(({ touched, untouched }) =>
  Math.floor(Math.abs(touched - untouched)),
);
