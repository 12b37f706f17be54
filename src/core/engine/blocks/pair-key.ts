import { longAgo, ticksSince } from '../clock';
import { PAIR_STAGE } from '../codes';
import type { Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import type { PAIR_BANK, PAIR_STATE } from '../bank-records';
import { strokeStrength } from '../stroke';
import { MOST_TIME } from '../stroke-time';
import type { Of } from '../struct';

/* What a change of one of its two contacts does to a key. */

export type PairBank = Of<typeof PAIR_BANK>;
export type PairKey = Of<typeof PAIR_STATE>;

/** In what a key has seen, a bit each: its first and its second contact have left their rest. */
export const [FIRST, SECOND] = [1, 2];
/** Two more are of its time: bits 2 and 3 of its µs. */
const FINE = 12;
/** From here on a stroke is as slow as the slowest, ticks: four times as many units of 4 µs still fit a word. */
export const SLOWEST_TICKS = 0x3fff;

/** Whether a key's debounce is over. */
export const isSettled = (e: Engine, bank: PairBank, { changed }: PairKey): boolean =>
  ticksSince(changed, e.t) >= bank.debounce_ticks;

/** Where the debounce of a key still runs. */
export const bounces = (e: Engine, bank: PairBank, key: PairKey): boolean => !isSettled(e, bank, key);

/** Now, to 4 µs. */
function stamp(e: Engine, key: PairKey): void {
  key.since = e.t;
  key.seen = (key.seen & ~FINE) | (e.us & FINE);
}

/** A stroke begins, unless its contact bounces. */
export function firstLeaves(e: Engine, index: number, lane: number): void {
  const bank = e.image.pair_banks[index];
  const key = e.state.pairs[bank.lane + lane];
  switch (key.stage) {
    case PAIR_STAGE.crossed:
      if (bounces(e, bank, key)) return strike(e, index, lane, 0);
      break;
    case PAIR_STAGE.begun:
      if (bounces(e, bank, key)) return;
      break;
    case PAIR_STAGE.released:
      // What leaves last before the debounce is over has begun the stroke.
      if (bounces(e, bank, key)) return stamp(e, key);
      break;
    case PAIR_STAGE.ending:
      key.stage = PAIR_STAGE.sounding;
      e.state.pair_banks[index].waiting--;
      if ((key.seen & SECOND) === 0) lift(e, bank, key);
      return;
    case PAIR_STAGE.up:
      break;
    default:
      return;
  }
  key.stage = PAIR_STAGE.begun;
  stamp(e, key);
  // Until it has come back there is nothing that bounces.
  key.changed = longAgo(e.t);
}

/** The key is let go, unless its contact bounces. */
export function firstReturns(e: Engine, index: number, lane: number): void {
  const bank = e.image.pair_banks[index];
  const key = e.state.pairs[bank.lane + lane];
  switch (key.stage) {
    case PAIR_STAGE.begun:
      key.changed = e.t;
      if (ticksSince(key.since, e.t) < bank.debounce_ticks) return;
      break;
    case PAIR_STAGE.sounding:
    case PAIR_STAGE.lifted:
      if (bounces(e, bank, key)) {
        key.stage = PAIR_STAGE.ending;
        e.state.pair_banks[index].waiting++;
        return;
      }
      gateCloses(e, bank.listener, bank.listeners, lane);
      break;
    case PAIR_STAGE.delayed:
      return undelay(e, index, key);
    case PAIR_STAGE.slow:
    case PAIR_STAGE.muted:
      break;
    default:
      return;
  }
  key.stage = PAIR_STAGE.released;
  key.changed = e.t;
}

export function secondLeaves(e: Engine, index: number, lane: number): void {
  const bank = e.image.pair_banks[index];
  const key = e.state.pairs[bank.lane + lane];
  const down = (key.seen & FIRST) !== 0;
  switch (key.stage) {
    case PAIR_STAGE.begun:
      if (down || bounces(e, bank, key)) return strike(e, index, lane, timeOf(e, key));
      break;
    case PAIR_STAGE.slow:
      return strike(e, index, lane, timeOf(e, key));
    case PAIR_STAGE.released:
      if (!down) break;
      if (isSettled(e, bank, key)) return strike(e, index, lane, timeOf(e, key));
      key.stage = PAIR_STAGE.delayed;
      e.state.pair_banks[index].waiting++;
      return;
    case PAIR_STAGE.lifted:
      if (ticksSince(key.since, e.t) < bank.debounce_ticks) {
        key.stage = PAIR_STAGE.sounding;
        return;
      }
      // Up and down again: half of it was down.
      gateCloses(e, bank.listener, bank.listeners, lane);
      return strike(e, index, lane, timeOf(e, key) >> 1);
    case PAIR_STAGE.up:
    case PAIR_STAGE.crossed:
      break;
    default:
      return;
  }
  key.stage = PAIR_STAGE.crossed;
  key.changed = e.t;
}

export function secondReturns(e: Engine, index: number, lane: number): void {
  const bank = e.image.pair_banks[index];
  const key = e.state.pairs[bank.lane + lane];
  if (key.stage === PAIR_STAGE.crossed) key.stage = PAIR_STAGE.up;
  else if (key.stage === PAIR_STAGE.delayed) undelay(e, index, key);
  else if (key.stage === PAIR_STAGE.sounding) lift(e, bank, key);
}

/** From here on the second contact can strike again, by choice. */
function lift(e: Engine, bank: PairBank, key: PairKey): void {
  if (bank.restrikes === 0) return;
  key.stage = PAIR_STAGE.lifted;
  stamp(e, key);
}

/** What bounced was no stroke yet. */
function undelay(e: Engine, index: number, key: PairKey): void {
  key.stage = PAIR_STAGE.released;
  e.state.pair_banks[index].waiting--;
}

/** Time of a stroke since its stamp, units of 4 µs. */
export function timeOf(e: Engine, { since, seen, stage }: PairKey): number {
  const ticks = ticksSince(since, e.t);
  if (stage === PAIR_STAGE.slow || ticks >= SLOWEST_TICKS) return MOST_TIME;
  return 4 * ticks + (((e.us & FINE) - (seen & FINE)) >> 2);
}

/** A note begins; one that is struck at power-up is mute until its key has been let go. @param time of the stroke, units of 4 µs */
export function strike(e: Engine, index: number, lane: number, time: number): void {
  const bank = e.image.pair_banks[index];
  const key = e.state.pairs[bank.lane + lane];
  if (e.state.engine.discard > 0) {
    key.stage = PAIR_STAGE.muted;
    return;
  }
  key.stage = PAIR_STAGE.sounding;
  key.changed = e.t;
  const { slowest, table } = e.image.pairs[bank.lane + lane];
  const strength = strokeStrength(e.image, bank.scale, slowest, table, time);
  gateOpens(e, bank.listener, bank.listeners, lane, strength);
}
