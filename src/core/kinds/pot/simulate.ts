import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** A pot between supply and ground, with a little dead end at both. */
export const simulatedPot = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place) => 0.004 + 0.992 * Math.min(1, place),
    stays: true,
    noise: 0.0005,
    followsUs: 20_000,
  });
