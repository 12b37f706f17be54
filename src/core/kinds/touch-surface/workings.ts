import { comesLater } from '../comes-later';
import { simulatedTouchSurface } from './simulate';
import type { Workings } from '../workings';

/** How a touch surface is simulated; the rest comes later. */
export const touchSurfaceWorkings: Workings = {
  ...comesLater('a touch surface'),
  simulate: simulatedTouchSurface,
};
