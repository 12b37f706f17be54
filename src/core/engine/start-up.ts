import { distanceOf } from './level';
import type { InputProgram } from './program';
import { GATE, type InputState, type ZeroState } from './state';

/** A move of rest under this share of "off" is not told from noise by so few samples; a quarter, as a shift. */
const TOLD_SHIFT = 2;

/**
 * Power-up of one input: rest is taken anew from a median of 27 samples while nothing moves. It is moved by no more than
 * "off", and never while a gate is open; where that would leave it so far from where it was calibrated that a note could
 * not end, gates are mute until the level falls below "off". An input is silent until its first look is over or something
 * moves.
 * @param count of the frame, as the converter gave it
 * @returns whether the input plays this frame
 */
export function startUp(input: InputProgram, state: InputState, count: number): boolean {
  const { zero } = state;
  if (zero.digits === 0) zero.first = count;
  const still = Math.min(input.sides[0].on, input.sides[1].on);
  const moved = count > zero.first ? count - zero.first : zero.first - count;
  if (moved >= still) {
    zero.digits = 0;
    zero.awake = true;
    return true;
  }
  const median = remedian(zero, count);
  if (median === null) return zero.awake;
  const distance = distanceOf(input, median);
  const off = Math.min(input.sides[0].off, input.sides[1].off);
  const by = Math.min(distance, off);
  if (distance - by >= off) {
    if (!zero.awake) for (const gate of state.gates) gate.stage = GATE.muted;
  } else if (state.gates.every((g) => g.stage === GATE.closed)) {
    if (distance > off >> TOLD_SHIFT) zero.shift = median < input.rest ? -by : by;
    zero.done = true;
  }
  zero.awake = true;
  return true;
}

/** A count as it would be with rest where it was calibrated: 0 … 65535. */
export function shifted(count: number, shift: number): number {
  const moved = count - shift;
  return moved < 0 ? 0 : moved > 65535 ? 65535 : moved;
}

/**
 * Adds a sample to a median of 27 that keeps six of them: medians of three medians of three medians of three
 * (Rousseeuw & Bassett, "The Remedian", J. Am. Stat. Assoc. 85, 1990).
 * @returns the median once it has all of them, and begins anew
 */
function remedian(zero: ZeroState, sample: number): number | null {
  let value = sample;
  for (let level = 0; level < 3; level++) {
    const digit = (zero.digits >> (2 * level)) & 3;
    if (digit < 2) {
      zero.waiting[2 * level + digit] = value;
      zero.digits += 1 << (2 * level);
      return null;
    }
    value = middleOf(zero.waiting[2 * level], zero.waiting[2 * level + 1], value);
    zero.digits &= ~(3 << (2 * level));
  }
  return value;
}

function middleOf(a: number, b: number, c: number): number {
  if (a > b) return b > c ? b : a < c ? a : c;
  return a > c ? a : b < c ? b : c;
}
