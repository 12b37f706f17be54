import type { LevelLane } from './calibration';
import { attackAt } from './attack';

/** What a loud attack reaches where none was measured: this many times "on". (Common practice, no source.) */
const GUESSED_ATTACK = 4;
/** “On” of a lane that was not measured, counts from rest. */
const GUESSED_ON = 20;

/** Distance from rest, counts, that reads full velocity after a window: as measured, else a guess from "on". */
export function fullAttack(lane: Pick<LevelLane, 'attack' | 'up'> | null, windowMs: number): number {
  if (lane?.attack) return attackAt(lane.attack, windowMs);
  return GUESSED_ATTACK * (lane?.up.on ?? GUESSED_ON);
}
