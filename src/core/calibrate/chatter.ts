import type { Calibration } from '../instrument/document';
import type { Role } from '../signal/take';
import { openingsOf } from './attack';
import type { PlayedTake } from './level-types';

/** A gate on one side of rest: thresholds as distances from the whole-count rest. */
export interface SideGate {
  /** 1 above rest, −1 below. */
  sign: 1 | -1;
  on: number;
  off: number;
}

/** Takes of single gestures; in the others (repeated, sweep, hold, release) one gesture may well open a gate twice. */
const SINGLE: readonly Role[] = ['soft', 'medium', 'loud', 'full'];

/** Openings of a gate beyond one for each gesture on its side that reached "on", in all takes of single gestures. */
export function chatterOfGate(played: readonly PlayedTake[], whole: number, gate: SideGate): number {
  const { sign, on } = gate;
  return played.reduce((sum, take) => {
    if (!SINGLE.includes(take.role)) return sum;
    const distances = Int32Array.from(take.counts, (n) => sign * (n - whole));
    const heard = take.gestures.filter((g) => g.sign === sign && sign * (g.peak - whole) >= on).length;
    return sum + Math.max(0, openingsOf(take.tUs, distances, gate, 0).length - heard);
  }, 0);
}

/** The same for a calibration, both sides together. */
export function chatterOf(played: readonly PlayedTake[], c: Calibration): number {
  const whole = Math.round(c.rest);
  const sign = c.polarity === 'falling' ? -1 : 1;
  const up = chatterOfGate(played, whole, { sign, on: sign * (c.on - whole), off: sign * (c.off - whole) });
  if (c.onDown === null || c.offDown === null) return up;
  return up + chatterOfGate(played, whole, { sign: -1, on: whole - c.onDown, off: whole - c.offDown });
}
