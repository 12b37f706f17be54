import { comesLater } from '../comes-later';
import { simulatedChainRibbon } from './simulate';
import type { Workings } from '../workings';

/** How a chain ribbon is simulated; the rest comes later. */
export const chainRibbonWorkings: Workings = {
  ...comesLater('a chain ribbon'),
  simulate: simulatedChainRibbon,
};
