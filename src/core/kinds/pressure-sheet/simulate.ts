import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { dividerShare } from '../../parts/formulas';
import { weightsOf } from '../known-loads';
import { factsOf } from '../facts';
import { PRESSED, SimulatedPart } from '../moved-part';

/** Resistance at one newton and its exponent; a comfortable loudest, N. (Invented.) */
const OHMS = 22_000;
const EXPONENT = 0.7;
const LOUDEST_N = 10;

/** A sheet whose resistance falls as it is pressed, in a divider. */
export function simulatedPressureSheet(sensor: Sensor, board: Board, seed: number): SimulatedPart {
  const { fixedOhms } = factsOf(sensor);
  return new SimulatedPart(sensor, board, seed, {
    reads: (place) => dividerShare(fixedOhms, OHMS * (LOUDEST_N * Math.max(0.002, place)) ** -EXPONENT),
    stays: false,
    noise: 0.0008,
    followsUs: 18_000,
    creep: { share: 0.004, us: 1_500_000 },
    dynamics: PRESSED,
    loads: weightsOf(LOUDEST_N),
  });
}
