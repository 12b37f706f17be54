import { comesLater } from '../comes-later';
import { SimulatedEncoder } from './simulate';
import type { Workings } from '../workings';

/** How encoders are simulated; the rest comes later. */
export const encoderWorkings: Workings = {
  ...comesLater('encoders'),
  simulate: (sensor, _board, seed) => new SimulatedEncoder(sensor, seed),
};
