import { GATE_STAGE, ZERO_STAGE } from '../codes';
import { emptyBand } from '../place';
import type { Engine } from '../engine';
import type { ZERO_STATE } from '../layout';
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

/** Power-up of a level: docs/engine.md. @returns whether its look has ended */
export function lookAtLevel(e: Engine, index: number): boolean {
  const zero = e.state.level_zeros[index];
  const level = e.image.levels[index];
  const [above, below] = level.side;
  const seen = look(zero, e.counts[e.at + level.column], level.still);
  if (seen === 'looks') return false;
  const silent = zero.stage === ZERO_STAGE.silent;
  if (silent) emptyBands(e, index);
  zero.stage = ZERO_STAGE.awake;
  if (seen === 'moved') return false;
  if (!gatesClosed(e, index)) return true;
  if (takeRest(zero, Math.min(above.off, below.off)) === 'taken') {
    e.state.engine.looking--;
    if (!silent) emptyBands(e, index);
  } else if (silent) muteGates(e, index);
  return true;
}

function gatesClosed({ image, state }: Engine, level: number): boolean {
  const { gate, gates } = image.levels[level];
  for (let i = gate; i < gate + gates; i++) if (state.gates[i].stage !== GATE_STAGE.closed) return false;
  return true;
}

/** Rest has moved so far that a note could not end: gates are mute until the level falls below "off". */
function muteGates({ image, state }: Engine, level: number): void {
  const { gate, gates } = image.levels[level];
  for (let i = gate; i < gate + gates; i++) state.gates[i].stage = GATE_STAGE.muted;
}

function emptyBands({ image, state }: Engine, level: number): void {
  const { gate, gates, control, controls } = image.levels[level];
  for (let i = gate; i < gate + gates; i++) emptyBand(state.gates[i]);
  for (let i = control; i < control + controls; i++) emptyBand(state.controls[i]);
}
