import { calibrateTravel } from '../../ways/travel/calibrate';
import { travelGuide } from '../../ways/travel/guide';
import { simulatedPedal } from './simulate';
import type { Workings } from '../workings';

/** How a continuous pedal is guided, calibrated and simulated. */
export const pedalWorkings: Workings = {
  guide: travelGuide,
  calibrate: (job) => calibrateTravel(job, 'at nothing'),
  simulate: simulatedPedal,
};
