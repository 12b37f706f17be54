import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';
import type { Dynamics } from '../stroke-player';

const DYNAMICS: Dynamics = {
  soft: { strength: 0.07, spread: 0.01 },
  medium: { strength: 0.36, spread: 0.05 },
  loud: { strength: 0.92, spread: 0.06 },
  full: { strength: 1.25, spread: 0.05 },
};

/** A pot or a magnet sensor about its middle; pushed to its stop, it stays within the converter. */
export const simulatedBendLever = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place) => 0.5 + 0.36 * place,
    stays: false,
    noise: 0.0006,
    followsUs: 12_000,
    dynamics: DYNAMICS,
    bothSides: true,
  });
