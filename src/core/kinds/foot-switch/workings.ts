import { switchWorkings } from '../switch/workings';
import type { Workings } from '../workings';

/** A foot switch is a switch on a plug. */
export const footSwitchWorkings: Workings = switchWorkings;
