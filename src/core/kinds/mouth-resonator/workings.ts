import { comesLater } from '../comes-later';
import { simulatedMouthResonator } from './simulate';
import type { Workings } from '../workings';

/** How a mouth resonator is simulated; the rest comes later. */
export const mouthResonatorWorkings: Workings = {
  ...comesLater('a mouth resonator'),
  simulate: simulatedMouthResonator,
};
