import { calibrateSurface } from '../../ways/surface/calibrate';
import { surfaceGuide } from '../../ways/surface/guide';
import { SimulatedSurface } from './simulate';
import type { Workings } from '../workings';

/** How a touch surface is guided, calibrated and simulated. */
export const touchSurfaceWorkings: Workings = {
  guide: (steps, _lanes, rateHz) => surfaceGuide(steps, rateHz),
  calibrate: calibrateSurface,
  simulate: (_sensor, board, seed) => new SimulatedSurface(board, seed),
};
