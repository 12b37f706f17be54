import { comesLater } from '../comes-later';
import { simulatedWheel } from './simulate';
import type { Workings } from '../workings';

/** How a wheel is simulated; the rest comes later. */
export const wheelWorkings: Workings = {
  ...comesLater('a wheel'),
  simulate: simulatedWheel,
};
