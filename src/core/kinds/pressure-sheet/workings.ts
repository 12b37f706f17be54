import { comesLater } from '../comes-later';
import { simulatedPressureSheet } from './simulate';
import type { Workings } from '../workings';

/** How a pressure sheet is simulated; the rest comes later. */
export const pressureSheetWorkings: Workings = {
  ...comesLater('a pressure sheet'),
  simulate: simulatedPressureSheet,
};
