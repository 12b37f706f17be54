import { calibrateTravel } from '../../ways/travel/calibrate';
import { travelGuide } from '../../ways/travel/guide';
import { simulatedPot } from './simulate';
import type { Workings } from '../workings';

/** How pots and sliders are guided, calibrated and simulated. */
export const potWorkings: Workings = {
  guide: travelGuide,
  calibrate: (job) => calibrateTravel(job, 'anywhere'),
  simulate: simulatedPot,
};
