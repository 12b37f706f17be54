import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { oneLevelGuide } from '../../ways/level/one-level-guide';
import { SimulatedForce } from './simulate';
import type { Workings } from '../workings';

/** How a force pad is guided, calibrated and simulated. */
export const forcePadWorkings: Workings = {
  guide: oneLevelGuide,
  calibrate: calibrateSensorLevel,
  simulate: (sensor, board, seed) => new SimulatedForce(sensor, board, seed),
};
