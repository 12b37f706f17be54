import { calibratePairs } from '../../ways/pair/calibrate';
import { PairGuide } from '../../ways/pair/guide';
import type { Workings } from '../workings';
import { SimulatedKeys } from './simulate';

/** How two-contact keys are guided, calibrated and simulated. */
export const twoContactKeysWorkings: Workings = {
  guide: (steps, lanes, rateHz) => new PairGuide(steps, lanes, rateHz),
  calibrate: calibratePairs,
  simulate: (sensor, _board, seed) => new SimulatedKeys(sensor, seed),
};
