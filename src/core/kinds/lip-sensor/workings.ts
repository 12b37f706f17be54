import { calibrateSensorLevel } from '../../ways/level/sensor-level';
import { oneLevelGuide } from '../../ways/level/one-level-guide';
import { simulatedLipSensor } from './simulate';
import type { Workings } from '../workings';

/** How a lip or bite sensor is guided, calibrated and simulated. */
export const lipSensorWorkings: Workings = {
  guide: oneLevelGuide,
  calibrate: calibrateSensorLevel,
  simulate: simulatedLipSensor,
};
