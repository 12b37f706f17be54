import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { factsOf } from '../facts';
import { SimulatedRibbon } from '../simulated-ribbon';

/** A chain steps from resistor to resistor; open, it reads zero. */
export function simulatedChainRibbon(sensor: Sensor, board: Board, seed: number): SimulatedRibbon {
  const { resistors } = factsOf(sensor);
  return new SimulatedRibbon(board, seed, (place) => Math.round(place * resistors) / resistors);
}
