import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** Its pitch as a level, from the lowest to the highest; silent, it reads zero. */
export const simulatedMouthResonator = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place, touched) => (touched ? 0.1 + 0.8 * Math.min(1, place) : 0),
    stays: false,
    noise: 0.0015,
    followsUs: 25_000,
  });
