import { LaneGuide } from '../../guide/lane-guide';
import { calibrateContacts } from '../../ways/contacts/calibrate';
import { SimulatedSwitches } from './simulate';
import type { Workings } from '../workings';

/** How switches are guided, calibrated and simulated. */
export const switchWorkings: Workings = {
  guide: (steps, lanes, rateHz) => new LaneGuide(steps, lanes, rateHz, null),
  calibrate: calibrateContacts,
  simulate: (sensor, _board, seed) => new SimulatedSwitches(sensor, seed),
};
