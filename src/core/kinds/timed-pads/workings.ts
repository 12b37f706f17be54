import { touchPadsWorkings } from '../touch-pads/workings';
import type { Workings } from '../workings';

/** Timed pads give counts as those of a touch peripheral do. */
export const timedPadsWorkings: Workings = touchPadsWorkings;
