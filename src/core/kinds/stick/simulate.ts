import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { RETURNING, SimulatedPart } from '../moved-part';

/** Two pots about the middle; the spring leaves a little scatter. */
export const simulatedStick = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place, _touched, lane) => 0.5 + 0.46 * Math.max(-1, Math.min(1, place)) + 0.003 * lane,
    stays: false,
    noise: 0.0006,
    followsUs: 15_000,
    bothSides: true,
    scatter: 0.015,
    dynamics: RETURNING,
  });
