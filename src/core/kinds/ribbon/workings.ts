import { comesLater } from '../comes-later';
import { simulatedRibbon } from './simulate';
import type { Workings } from '../workings';

/** How a ribbon is simulated; the rest comes later. */
export const ribbonWorkings: Workings = {
  ...comesLater('a ribbon'),
  simulate: simulatedRibbon,
};
