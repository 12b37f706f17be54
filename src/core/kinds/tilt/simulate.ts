import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** Gravity on three axes; the hand tilts it by up to a right angle. */
export const simulatedTilt = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place, _touched, lane) =>
      0.5 + 0.22 * (lane === 2 ? Math.cos((Math.PI / 2) * place) : Math.sin((Math.PI / 2) * place)),
    stays: true,
    noise: 0.0012,
    followsUs: 40_000,
    bothSides: true,
  });
