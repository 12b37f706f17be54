import { levelBankGuide } from '../../ways/level/bank-guide';
import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { simulatedPressureSheet } from './simulate';
import type { Workings } from '../workings';

/** How a pressure sheet is guided, calibrated and simulated. */
export const pressureSheetWorkings: Workings = {
  guide: levelBankGuide,
  calibrate: (job, progress) => calibrateSensorLevel(job, progress, { creeps: true }),
  simulate: simulatedPressureSheet,
};
