import { ZERO_STAGE } from '../codes';
import type { ZERO_STATE } from '../records';
import type { Of } from '../struct';

export type Zero = Of<typeof ZERO_STATE>;

/** Samples of one look. */
export const LOOKS = 32;

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
  const moved = count > zero.first ? count - zero.first : zero.first - count;
  if (moved >= still) {
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

/** Whether a lane would end its look at this frame, while another has: it waits for the next, so that no frame takes long. */
export const lookWaits = (zero: Zero, ended: boolean): boolean => ended && zero.looks === LOOKS - 1;

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
