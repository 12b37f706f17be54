import { comesLater } from '../comes-later';
import { simulatedPot } from './simulate';
import type { Workings } from '../workings';

/** How pots and sliders are simulated; the rest comes later. */
export const potWorkings: Workings = {
  ...comesLater('pots and sliders'),
  simulate: simulatedPot,
};
