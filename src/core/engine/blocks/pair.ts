import { longAgo, ticksSince } from '../clock';
import { MOST_A_FRAME, PAIR_STAGE } from '../codes';
import type { Engine } from '../engine';
import { gateCloses } from '../events';
import { isTable } from '../map';
import { firstDue, type Stretch, type Unit } from '../stretch';
import type { Block } from './block';
import {
  bounces,
  FIRST,
  firstLeaves,
  firstReturns,
  isSettled,
  SECOND,
  secondLeaves,
  secondReturns,
  SLOWEST_TICKS,
  strike,
  timeOf,
  type PairBank,
  type PairKey,
} from './pair-key';

/** A key that was not measured plays nothing. */
const UNMEASURED = 2;

/** Keys with two contacts: the time from one to the other tells how hard (maker's handbook 4.6). */
export const pair: Block = {
  name: 'pair',
  of: 'pair_banks',
  file: 'pair',
  start: ({ pair_banks, pairs }) => ({
    pair_banks: pair_banks.map(() => ({ waiting: 0, timed: 0 })),
    pairs: pairs.map(() => ({ since: 0, changed: 0, stage: PAIR_STAGE.up, seen: 0 })),
  }),
  frame: (e) => {
    for (let i = 0; i < e.image.pair_banks.length; i++) playPairs(e, i);
  },
  edge: takeEdge,
  silence: (e) => e.image.pair_banks.forEach((_, i) => mutePairs(e, i)),
  expire: (e) => {
    for (const key of e.state.pairs) {
      key.since = key.changed = longAgo(e.t);
      if (key.stage === PAIR_STAGE.begun && (key.seen & FIRST) !== 0) key.stage = PAIR_STAGE.slow;
    }
  },
  sweep: (e) => e.image.pair_banks.forEach((_, i) => sweepPairs(e, i)),
  units: (e) => e.image.pair_banks.map((_, i) => pairUnit(e, i)),
  isSound: (settings) => settings.pairs.every(({ table }) => isTable(settings, table)),
};

const OF_FIRST = [firstLeaves, firstReturns] as const;
const OF_SECOND = [secondLeaves, secondReturns] as const;

/** Takes an edge of a contact of a bank. What has not changed is none. */
function takeEdge(e: Engine, contact: number, closed: boolean): void {
  for (let index = 0; index < e.image.pair_banks.length; index++) {
    const bank = e.image.pair_banks[index];
    const place = contact - bank.contact;
    if (place < 0 || place >= 2 * bank.lanes) continue;
    const lane = place >> 1;
    const { order, rests } = e.image.pairs[bank.lane + lane];
    if (order === UNMEASURED) return;
    const bit = ((place & 1) ^ order) === 0 ? FIRST : SECOND;
    const key = e.state.pairs[bank.lane + lane];
    const left = closed !== ((rests & bit) !== 0);
    if (left === ((key.seen & bit) !== 0)) return;
    key.seen ^= bit;
    e.state.pair_banks[index].timed = 1;
    const [leaves, returns] = bit === FIRST ? OF_FIRST : OF_SECOND;
    return left ? leaves(e, index, lane) : returns(e, index, lane);
  }
}

/** Plays a frame on the keys whose debounce may be over. Most often there is none. */
function playPairs(e: Engine, index: number): void {
  const bank = e.image.pair_banks[index];
  const own = e.state.pair_banks[index];
  let left = MOST_A_FRAME;
  for (let lane = 0; lane < bank.lanes && own.waiting > 0 && left > 0; lane++) {
    const key = e.state.pairs[bank.lane + lane];
    if (!isWaiting(key) || bounces(e, bank, key)) continue;
    left--;
    own.waiting--;
    if (key.stage === PAIR_STAGE.delayed) strike(e, index, lane, timeOf(e, key));
    else {
      key.stage = PAIR_STAGE.released;
      key.changed = e.t;
      gateCloses(e, bank.listener, bank.listeners, lane);
    }
  }
}

const isWaiting = ({ stage }: PairKey): boolean =>
  stage === PAIR_STAGE.ending || stage === PAIR_STAGE.delayed;

/** Silence: what sounds ends, and is mute until its key has been let go. */
function mutePairs(e: Engine, index: number): void {
  const bank = e.image.pair_banks[index];
  for (let lane = 0; lane < bank.lanes; lane++) {
    const key = e.state.pairs[bank.lane + lane];
    const ends = key.stage === PAIR_STAGE.ending;
    if (ends) e.state.pair_banks[index].waiting--;
    if (!ends && key.stage !== PAIR_STAGE.sounding && key.stage !== PAIR_STAGE.lifted) continue;
    key.stage = ends ? PAIR_STAGE.released : PAIR_STAGE.muted;
    gateCloses(e, bank.listener, bank.listeners, lane);
  }
}

/** Ends what no edge has ended, before the clock has turned under it. */
function sweepPairs(e: Engine, index: number): void {
  const bank = e.image.pair_banks[index];
  const own = e.state.pair_banks[index];
  if (own.timed === 0) return;
  own.timed = 0;
  for (let i = bank.lane; i < bank.lane + bank.lanes; i++) {
    const key = e.state.pairs[i];
    sweepKey(e, bank, key);
    if (!UNTIMED.includes(key.stage)) own.timed = 1;
  }
}

/** What a key in one of these waits for is an edge alone. */
const UNTIMED: readonly number[] = [PAIR_STAGE.up, PAIR_STAGE.slow, PAIR_STAGE.sounding, PAIR_STAGE.muted];

function sweepKey(e: Engine, bank: PairBank, key: PairKey): void {
  const down = (key.seen & FIRST) !== 0;
  const slow = ticksSince(key.since, e.t) >= SLOWEST_TICKS;
  if (key.stage === PAIR_STAGE.begun && down) {
    if (slow) key.stage = PAIR_STAGE.slow;
  } else if (key.stage === PAIR_STAGE.lifted) {
    if (slow) key.since = (e.t - SLOWEST_TICKS) & 0xffff;
  } else if (isBetween(key) && isSettled(e, bank, key))
    key.stage = down && key.stage === PAIR_STAGE.released ? PAIR_STAGE.begun : PAIR_STAGE.up;
}

/** Up, but for a debounce that may still run. */
const isBetween = ({ stage }: PairKey): boolean =>
  stage === PAIR_STAGE.begun || stage === PAIR_STAGE.released || stage === PAIR_STAGE.crossed;

/** All keys of a bank: only those that wait for a debounce have anything to do at a frame. */
function pairUnit(e: Engine, index: number): Unit {
  const bank = e.image.pair_banks[index];
  const keys = e.state.pairs.slice(bank.lane, bank.lane + bank.lanes);
  return {
    play: () => playPairs(e, index),
    next: (frame, s) => (e.state.pair_banks[index].waiting === 0 ? s.end : firstEnd(s, frame, bank, keys)),
  };
}

/** The first frame at which the debounce of a key that waits is over. */
const firstEnd = (s: Stretch, frame: number, bank: PairBank, keys: readonly PairKey[]): number =>
  keys
    .filter(isWaiting)
    .reduce((next, { changed }) => Math.min(next, firstDue(s, frame, changed, bank.debounce_ticks)), s.end);
