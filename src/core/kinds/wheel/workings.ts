import { calibrateReturning } from '../../ways/level/returning';
import { returningGuide } from '../../ways/level/returning-guide';
import { simulatedWheel } from './simulate';
import type { Workings } from '../workings';

/** How a wheel is guided, calibrated and simulated. */
export const wheelWorkings: Workings = {
  guide: returningGuide,
  calibrate: calibrateReturning,
  simulate: simulatedWheel,
};
