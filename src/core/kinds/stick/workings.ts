import { calibrateReturning } from '../../ways/level/returning';
import { returningGuide } from '../../ways/level/returning-guide';
import { simulatedStick } from './simulate';
import type { Workings } from '../workings';

/** How a thumb stick is guided, calibrated and simulated. */
export const stickWorkings: Workings = {
  guide: returningGuide,
  calibrate: calibrateReturning,
  simulate: simulatedStick,
};
