import { calibrateSpeed } from '../../ways/speed/calibrate';
import { speedGuide } from '../../ways/speed/steps';
import { SimulatedPulses } from './simulate';
import type { Workings } from '../workings';

/** How a wheel's speed is guided, calibrated and simulated. */
export const wheelSpeedWorkings: Workings = {
  guide: speedGuide,
  calibrate: calibrateSpeed,
  simulate: (sensor, _board, seed) => new SimulatedPulses(sensor, seed),
};
