import { comesLater } from '../comes-later';
import { SimulatedKeys } from './simulate';
import type { Workings } from '../workings';

/** How two-contact keys are simulated; the rest comes later. */
export const twoContactKeysWorkings: Workings = {
  ...comesLater('two-contact keys'),
  simulate: (sensor, _board, seed) => new SimulatedKeys(sensor, seed),
};
