import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { dividerShare } from '../../parts/formulas';
import { SimulatedPart } from '../moved-part';

/** Resistance at one newton and its exponent; a comfortable loudest, N; the usual fixed resistor, Ω. (Invented.) */
const OHMS = 22_000;
const EXPONENT = 0.7;
const LOUDEST_N = 10;
const FIXED_OHMS = 10_000;

/** A sheet whose resistance falls as it is pressed, in a divider. */
export const simulatedPressureSheet = (sensor: Sensor, board: Board, seed: number): SimulatedPart =>
  new SimulatedPart(sensor, board, seed, {
    reads: (place) =>
      dividerShare(
        sensor.facts?.fixedOhms ?? FIXED_OHMS,
        OHMS * (LOUDEST_N * Math.max(0.002, place)) ** -EXPONENT,
      ),
    stays: false,
    noise: 0.0008,
    followsUs: 18_000,
  });
