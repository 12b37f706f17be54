import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { oneLevelGuide } from '../../ways/level/one-level-guide';
import { simulatedBreathMembrane } from './simulate';
import type { Workings } from '../workings';

/** How a breath membrane is guided, calibrated and simulated. */
export const breathMembraneWorkings: Workings = {
  guide: oneLevelGuide,
  calibrate: (job, progress) => calibrateSensorLevel(job, progress, 'pressures'),
  simulate: simulatedBreathMembrane,
};
