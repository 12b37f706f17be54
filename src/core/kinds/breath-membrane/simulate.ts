import type { Board } from '../../instrument/board';
import type { Sensor } from '../../instrument/sensor';
import { factsOf } from '../facts';
import { SimulatedPart } from '../moved-part';
import type { Dynamics } from '../stroke-player';

/** Distance of the brightest place and travel of a comfortable loudest, mm. (Invented.) */
const BRIGHTEST_MM = 3;
const TRAVEL_MM = 4;

/** Light received from a distance, share of the most. */
const light = (mm: number): number => (mm / BRIGHTEST_MM) * Math.exp(1 - mm / BRIGHTEST_MM);

const DYNAMICS: Dynamics = {
  soft: { strength: 0.07, spread: 0.01 },
  medium: { strength: 0.36, spread: 0.05 },
  loud: { strength: 0.92, spread: 0.06 },
  full: { strength: 1.25, spread: 0.05 },
};

/** Light against distance rises, peaks and falls (maker’s handbook 4.3); at the usual gap all the travel lies beyond the peak. */
export function simulatedBreathMembrane(sensor: Sensor, board: Board, seed: number): SimulatedPart {
  const { gapMm } = factsOf(sensor);
  return new SimulatedPart(sensor, board, seed, {
    reads: (place) => 0.08 + 0.8 * light(Math.max(0, gapMm - TRAVEL_MM * place)),
    stays: false,
    noise: 0.0005,
    followsUs: 9_000,
    dynamics: DYNAMICS,
  });
}
