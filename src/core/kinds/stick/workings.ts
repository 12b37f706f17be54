import { comesLater } from '../comes-later';
import { simulatedStick } from './simulate';
import type { Workings } from '../workings';

/** How a thumb stick is simulated; the rest comes later. */
export const stickWorkings: Workings = {
  ...comesLater('a thumb stick'),
  simulate: simulatedStick,
};
