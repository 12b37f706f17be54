import { comesLater } from '../comes-later';
import { simulatedPedal } from './simulate';
import type { Workings } from '../workings';

/** How a continuous pedal is simulated; the rest comes later. */
export const pedalWorkings: Workings = {
  ...comesLater('a continuous pedal'),
  simulate: simulatedPedal,
};
