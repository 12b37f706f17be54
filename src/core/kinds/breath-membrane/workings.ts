import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { LevelGuide } from '../../ways/level/guide';
import { simulatedBreathMembrane } from './simulate';
import type { Workings } from '../workings';

/** How a breath membrane is guided, calibrated and simulated. */
export const breathMembraneWorkings: Workings = {
  guide: (steps, _lanes, rateHz, known) => new LevelGuide(steps, rateHz, known),
  calibrate: calibrateSensorLevel,
  simulate: simulatedBreathMembrane,
};
