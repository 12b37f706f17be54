import { comesLater } from '../comes-later';
import { simulatedMagnetKeys } from './simulate';
import type { Workings } from '../workings';

/** How magnet keys are simulated; the rest comes later. */
export const magnetKeysWorkings: Workings = {
  ...comesLater('magnet keys'),
  simulate: simulatedMagnetKeys,
};
