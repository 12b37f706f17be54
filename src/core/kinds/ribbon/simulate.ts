import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { ribbonShare } from '../../parts/formulas';
import { factsOf } from '../facts';
import { SimulatedRibbon } from '../simulated-ribbon';

/** A divider with a pull-down for the open state (maker’s handbook 4.7). */
export function simulatedRibbon(sensor: Sensor, board: Board, seed: number): SimulatedRibbon {
  const { ohms, pullDownOhms } = factsOf(sensor);
  return new SimulatedRibbon(board, seed, (place) => ribbonShare(place, ohms / pullDownOhms));
}
