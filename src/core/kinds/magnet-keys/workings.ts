import { LaneGuide } from '../../guide/lane-guide';
import { calibrateDepths } from '../../ways/depth/calibrate';
import { KeyDetector } from '../../ways/depth/detector';
import type { Workings } from '../workings';
import { SimulatedMagnets } from './simulate';

/** How magnet keys are guided, calibrated and simulated. */
export const magnetKeysWorkings: Workings = {
  guide: (steps, lanes, rateHz) => {
    const detectors: KeyDetector[] = [];
    for (let i = 0; i < lanes; i++) detectors.push(new KeyDetector(() => detectors));
    return new LaneGuide(steps, lanes, rateHz, detectors);
  },
  calibrate: calibrateDepths,
  simulate: (sensor, board, seed) => new SimulatedMagnets(sensor, board, seed),
};
