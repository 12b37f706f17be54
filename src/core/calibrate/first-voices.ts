import type { Calibration, Voice } from '../instrument/document';
import { attackAt } from './attack';
import { choiceOf } from './choice';

/** Window that a first note has, ms. */
const FIRST_WINDOW_MS = 10;

/** What a loud attack reaches where none was measured: this many times "on". (Common practice, no source.) */
const GUESSED_ATTACK = 4;

/** Distance from rest, counts, that reads full velocity after a window: as measured, else a guess from "on". */
export function fullAttack(calibration: Calibration | null, windowMs: number): number {
  if (calibration?.attack) return attackAt(calibration.attack, windowMs);
  return GUESSED_ATTACK * (calibration ? choiceOf(calibration).on : 20);
}

/** The voices that a breath sensor starts with: a gated note, and breath as controller 2. */
export function breathVoices(sensor: string, calibration: Calibration | null): Voice[] {
  return [
    {
      id: `${sensor}-level`,
      sensor,
      kind: 'controller',
      side: 'both',
      channel: 1,
      controller: 2,
      bits: 7,
      deadband: 0,
      perSecond: 200,
    },
    {
      id: `${sensor}-note`,
      sensor,
      kind: 'note',
      side: 'both',
      channel: 1,
      note: 62,
      velocity: {
        windowMs: FIRST_WINDOW_MS,
        full: fullAttack(calibration, FIRST_WINDOW_MS),
        from: 1,
        to: 127,
      },
    },
  ];
}
