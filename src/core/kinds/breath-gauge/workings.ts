import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { oneLevelGuide } from '../../ways/level/one-level-guide';
import { SimulatedBreath } from './simulate';
import type { Workings } from '../workings';

/** How a breath gauge is guided, calibrated and simulated. */
export const breathGaugeWorkings: Workings = {
  guide: oneLevelGuide,
  calibrate: (job, progress) => calibrateSensorLevel(job, progress, { loads: 'pressures' }),
  simulate: (sensor, board, seed) => new SimulatedBreath(sensor, board, seed),
};
