import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { LevelGuide } from '../../ways/level/guide';
import { SimulatedBreath } from './simulate';
import type { Workings } from '../workings';

/** How a breath gauge is guided, calibrated and simulated. */
export const breathGaugeWorkings: Workings = {
  guide: (steps, _lanes, rateHz, known) => new LevelGuide(steps, rateHz, known),
  calibrate: calibrateSensorLevel,
  simulate: (sensor, board, seed) => new SimulatedBreath(sensor, board, seed),
};
