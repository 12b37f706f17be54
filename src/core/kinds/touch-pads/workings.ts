import { LaneGuide } from '../../guide/lane-guide';
import { TouchDetector } from '../../ways/touch/detector';
import { calibrateTouch } from '../../ways/touch/calibrate';
import { SimulatedTouch } from './simulate';
import type { Workings } from '../workings';

/** How touch pads are guided, calibrated and simulated. */
export const touchPadsWorkings: Workings = {
  guide: (steps, lanes, rateHz) => {
    const detectors: TouchDetector[] = [];
    for (let i = 0; i < lanes; i++) detectors.push(new TouchDetector(() => detectors));
    return new LaneGuide(steps, lanes, rateHz, detectors);
  },
  calibrate: calibrateTouch,
  simulate: (sensor, board, seed) => new SimulatedTouch(sensor, board, seed),
};
