import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { dividerShare } from '../../parts/formulas';
import { padOhms } from '../force-pad/pad-ohms';
import { weightsOf } from '../known-loads';
import { factsOf } from '../facts';
import { SimulatedPart } from '../moved-part';
import type { Dynamics } from '../stroke-player';

/** A comfortable hardest, N. (Invented.) */
const HARDEST_N = 6;

const DYNAMICS: Dynamics = {
  soft: { strength: 0.07, spread: 0.01 },
  medium: { strength: 0.36, spread: 0.05 },
  loud: { strength: 0.92, spread: 0.06 },
  full: { strength: 1.25, spread: 0.05 },
};

/** A small force pad in a divider (maker’s handbook 4.4). */
export function simulatedLipSensor(sensor: Sensor, board: Board, seed: number): SimulatedPart {
  const { fixedOhms } = factsOf(sensor);
  return new SimulatedPart(sensor, board, seed, {
    reads: (place) => dividerShare(fixedOhms, padOhms(HARDEST_N * Math.max(0, place))),
    stays: false,
    noise: 0.0005,
    followsUs: 12_000,
    dynamics: DYNAMICS,
    loads: weightsOf(HARDEST_N),
  });
}
