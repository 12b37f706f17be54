import { comesLater } from '../comes-later';
import { SimulatedSwitches } from '../switch/simulate';
import type { Workings } from '../workings';

/** How a contact matrix is simulated; the rest comes later. */
export const contactMatrixWorkings: Workings = {
  ...comesLater('a contact matrix'),
  simulate: (sensor, _board, seed) => new SimulatedSwitches(sensor, seed),
};
