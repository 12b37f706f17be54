import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { factsOf } from '../facts';
import { SimulatedPart } from '../moved-part';

/** A chain steps from resistor to resistor; open, it reads zero. */
export function simulatedChainRibbon(sensor: Sensor, board: Board, seed: number): SimulatedPart {
  const { resistors } = factsOf(sensor);
  return new SimulatedPart(sensor, board, seed, {
    reads: (place, touched) =>
      touched ? Math.round(Math.min(1, Math.max(0, place)) * resistors) / resistors : 0,
    stays: false,
    noise: 0.0004,
    followsUs: 5_000,
  });
}
