import { comesLater } from '../comes-later';
import { simulatedTilt } from './simulate';
import type { Workings } from '../workings';

/** How a tilt is simulated; the rest comes later. */
export const tiltWorkings: Workings = {
  ...comesLater('a tilt'),
  simulate: simulatedTilt,
};
