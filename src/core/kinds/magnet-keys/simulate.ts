import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** Distances at rest and at the bottom, mm. (Invented.) */
const FAR_MM = 9;
const NEAR_MM = 4;

/** A magnet’s field falls about as the third power of its distance (maker’s handbook 4.6). */
export const simulatedMagnetKeys = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place) => 0.5 + 0.45 * (NEAR_MM / (FAR_MM - (FAR_MM - NEAR_MM) * Math.min(1.02, place))) ** 3,
    stays: false,
    noise: 0.0006,
    followsUs: 4_000,
  });
