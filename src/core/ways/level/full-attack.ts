import type { LevelCalibration } from './calibration';
import { attackAt } from './attack';
import { choiceOf } from './choice';

/** What a loud attack reaches where none was measured: this many times "on". (Common practice, no source.) */
const GUESSED_ATTACK = 4;

/** Distance from rest, counts, that reads full velocity after a window: as measured, else a guess from "on". */
export function fullAttack(calibration: LevelCalibration | null, windowMs: number): number {
  if (calibration?.attack) return attackAt(calibration.attack, windowMs);
  return GUESSED_ATTACK * (calibration ? choiceOf(calibration).on : 20);
}
