import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { LevelGuide } from '../../ways/level/guide';
import { SimulatedForce } from './simulate';
import type { Workings } from '../workings';

/** How a force pad is guided, calibrated and simulated. */
export const forcePadWorkings: Workings = {
  guide: (steps, _lanes, rateHz, known) => new LevelGuide(steps, rateHz, known),
  calibrate: calibrateSensorLevel,
  simulate: (sensor, board, seed) => new SimulatedForce(sensor, board, seed),
};
