import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** Untouched, all three read zero. */
export const simulatedTouchSurface = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place, touched, lane) => (touched ? (lane === 2 ? 0.8 * place : 0.06 + 0.88 * place) : 0),
    stays: false,
    noise: 0.0007,
    followsUs: 6_000,
  });
