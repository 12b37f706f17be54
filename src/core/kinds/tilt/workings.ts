import { calibrateAxes } from '../../ways/axes/calibrate';
import { TiltGuide } from '../../ways/axes/guide';
import { SimulatedTilt } from './simulate';
import type { Workings } from '../workings';

/** How a tilt is guided, calibrated and simulated. */
export const tiltWorkings: Workings = {
  guide: (steps) => new TiltGuide(steps),
  calibrate: calibrateAxes,
  simulate: (sensor, board, seed) => new SimulatedTilt(sensor, board, seed),
};
