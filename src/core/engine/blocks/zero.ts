import { ZERO_STAGE } from '../codes';
import type { ZERO_STATE } from '../records';
import type { Of } from '../struct';

export type Zero = Of<typeof ZERO_STATE>;

/** Samples of one look. */
export const LOOKS = 32;

/** Levels look by turns, so that no frame takes long: two in a frame, as long as each looks this often, Hz. */
const LOOKS_A_FRAME = 2;
const LOOKS_HZ = 125;
/** A power of two, as frames are counted modulo 256. */
const MOST_TURNS = 8;

/**
 * A level looks at the frames whose number has the level's own bits here.
 * @param scanHz of the board; a slow one has time for all in every frame @returns a power of two less 1
 */
export function lookMask(levels: number, scanHz: number): number {
  let turns = 1;
  while (turns < MOST_TURNS && levels > LOOKS_A_FRAME * turns && scanHz >= 2 * LOOKS_HZ * turns) turns *= 2;
  return turns - 1;
}

/** A move of rest under this share of "off" is not told from noise; a quarter, as a shift. */
const TOLD_SHIFT = 2;

/**
 * A sample of a look. The median is found by steps towards each sample, of half the distance that counts as movement at
 * first and halved after every four (stochastic approximation of a quantile: Robbins & Monro, Ann. Math. Stat. 22, 1951).
 * @param still a sample this far from the first of the look is movement
 * @returns whether the look is over: `zero.median` holds the median then
 */
export function look(zero: Zero, count: number, still: number): 'looks' | 'moved' | 'over' {
  if (zero.looks === 0) zero.first = zero.median = count;
  if (moves(zero, count, still)) {
    zero.looks = 0;
    return 'moved';
  }
  const step = Math.max(1, still >> (1 + (zero.looks >> 2)));
  const gap = count > zero.median ? count - zero.median : zero.median - count;
  const by = gap < step ? gap : step;
  zero.median += count > zero.median ? by : -by;
  if (++zero.looks < LOOKS) return 'looks';
  zero.looks = 0;
  return 'over';
}

/**
 * What a look has found: rest is moved to the median, by "off" at most.
 * @returns whether the median is so far off that rest cannot be there: nothing is moved then
 */
export function takeRest(zero: Zero, off: number): 'taken' | 'too far' {
  const below = zero.median < zero.rest;
  const distance = below ? zero.rest - zero.median : zero.median - zero.rest;
  const by = Math.min(distance, off);
  if (distance - by >= off) return 'too far';
  if (distance > off >> TOLD_SHIFT) zero.rest += below ? -by : by;
  zero.stage = ZERO_STAGE.done;
  return 'taken';
}

/** Whether more comes of a sample than the look itself: it ends the look, or wakes the lane. One in a frame does; others wait for their next turn. */
export const endsLook = (zero: Zero, count: number, still: number): boolean =>
  zero.looks === LOOKS - 1 ||
  (zero.stage === ZERO_STAGE.silent && zero.looks > 0 && moves(zero, count, still));

const moves = ({ first }: Zero, count: number, still: number): boolean =>
  (count > first ? count - first : first - count) >= still;

/** Of a lane that has not looked yet. */
export const unseen = ({ rest }: { rest: number }): Zero => ({
  rest,
  median: 0,
  first: 0,
  looks: 0,
  stage: 0,
});

/** Of a level whose rest is fixed: what stays where it is left is where it is. */
export const fixed = ({ rest }: { rest: number }): Zero => ({
  rest,
  median: 0,
  first: 0,
  looks: 0,
  stage: ZERO_STAGE.done,
});
