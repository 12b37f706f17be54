import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { LevelGuide } from '../../ways/level/guide';
import { SimulatedCord } from './simulate';
import type { Workings } from '../../kinds/workings';

/** How a pull cord is guided, calibrated and simulated. */
export const pullCordWorkings: Workings = {
  guide: (steps, _lanes, rateHz, known) => new LevelGuide(steps, rateHz, known),
  calibrate: calibrateSensorLevel,
  simulate: (_sensor, board, seed) => new SimulatedCord(board, seed),
};
