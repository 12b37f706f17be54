import { comesLater } from '../comes-later';
import { SimulatedPulses } from './simulate';
import type { Workings } from '../workings';

/** How a wheel speed is simulated; the rest comes later. */
export const wheelSpeedWorkings: Workings = {
  ...comesLater('a wheel speed'),
  simulate: (sensor, _board, seed) => new SimulatedPulses(sensor, seed),
};
