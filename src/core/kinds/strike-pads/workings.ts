import { LaneGuide } from '../../guide/lane-guide';
import { StrikeDetector } from '../../ways/strike/detector';
import { calibrateStrike } from '../../ways/strike/calibrate';
import { SimulatedStrikes } from './simulate';
import type { Workings } from '../workings';

/** How strike pads are guided, calibrated and simulated. */
export const strikePadsWorkings: Workings = {
  guide: (steps, lanes, rateHz) => {
    const detectors: StrikeDetector[] = [];
    for (let i = 0; i < lanes; i++) detectors.push(new StrikeDetector(() => detectors));
    return new LaneGuide(steps, lanes, rateHz, detectors);
  },
  calibrate: calibrateStrike,
  simulate: (sensor, board, seed) => new SimulatedStrikes(sensor, board, seed),
};
