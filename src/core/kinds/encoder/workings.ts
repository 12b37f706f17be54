import { calibrateTurns } from '../../ways/turns/calibrate';
import { turnsGuide } from '../../ways/turns/steps';
import { SimulatedEncoder } from './simulate';
import type { Workings } from '../workings';

/** How encoders are guided, calibrated and simulated. */
export const encoderWorkings: Workings = {
  guide: turnsGuide,
  calibrate: calibrateTurns,
  simulate: (sensor, _board, seed) => new SimulatedEncoder(sensor, seed),
};
