import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { LevelGuide } from '../../ways/level/guide';
import { simulatedLipSensor } from './simulate';
import type { Workings } from '../workings';

/** How a lip or bite sensor is guided, calibrated and simulated. */
export const lipSensorWorkings: Workings = {
  guide: (steps, _lanes, rateHz, known) => new LevelGuide(steps, rateHz, known),
  calibrate: calibrateSensorLevel,
  simulate: simulatedLipSensor,
};
