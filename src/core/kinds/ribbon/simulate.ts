import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { ribbonShare } from '../../parts/formulas';
import { factsOf } from '../facts';
import { SimulatedPart } from '../moved-part';

/** A divider with a pull-down for the open state (maker’s handbook 4.7). */
export function simulatedRibbon(sensor: Sensor, board: Board, seed: number): SimulatedPart {
  const { ohms, pullDownOhms } = factsOf(sensor);
  return new SimulatedPart(sensor, board, seed, {
    reads: (place, touched) =>
      touched ? ribbonShare(Math.min(1, Math.max(0, place)), ohms / pullDownOhms) : 0,
    stays: false,
    noise: 0.0004,
    followsUs: 5_000,
  });
}
