import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** A pot in a foot pedal; it stays where the foot leaves it. */
export const simulatedPedal = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place) => 0.03 + 0.9 * Math.min(1, place),
    stays: true,
    noise: 0.0006,
    followsUs: 30_000,
  });
