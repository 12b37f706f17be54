import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { LevelGuide } from '../../ways/level/guide';
import { simulatedBendLever } from './simulate';
import type { Workings } from '../workings';

/** How a bend lever is guided, calibrated and simulated. */
export const bendLeverWorkings: Workings = {
  guide: (steps, _lanes, rateHz, known) => new LevelGuide(steps, rateHz, known),
  calibrate: calibrateSensorLevel,
  simulate: simulatedBendLever,
};
