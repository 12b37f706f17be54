import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { SimulatedPart } from '../moved-part';

/** Of the usual chain. */
const RESISTORS = 170;

/** A chain steps from resistor to resistor; open, it reads zero. */
export const simulatedChainRibbon = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place, touched) =>
      touched
        ? Math.round(Math.min(1, Math.max(0, place)) * (sensor.facts?.resistors ?? RESISTORS)) /
          (sensor.facts?.resistors ?? RESISTORS)
        : 0,
    stays: false,
    noise: 0.0004,
    followsUs: 5_000,
  });
