import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { RETURNING, SimulatedPart } from '../moved-part';

/** A pot of which the wheel uses the middle part; the spring leaves a little scatter. */
export const simulatedWheel = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place) => 0.5 + 0.35 * Math.max(-1, Math.min(1, place)),
    stays: false,
    bothSides: true,
    scatter: 0.012,
    dynamics: RETURNING,
    noise: 0.0005,
    followsUs: 20_000,
  });
