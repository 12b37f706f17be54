import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** A pot of which the wheel uses the middle part. */
export const simulatedWheel = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place) => 0.15 + 0.7 * Math.min(1, place),
    stays: true,
    noise: 0.0005,
    followsUs: 20_000,
  });
