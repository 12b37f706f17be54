import { calibrateTones } from '../../ways/tone/calibrate';
import { ToneGuide } from '../../ways/tone/steps';
import type { Workings } from '../workings';
import { SimulatedTone } from './simulate';

/** How a mouth resonator is guided, calibrated and simulated. */
export const mouthResonatorWorkings: Workings = {
  guide: (steps) => new ToneGuide(steps),
  calibrate: calibrateTones,
  simulate: (_sensor, _board, seed) => new SimulatedTone(seed),
};
