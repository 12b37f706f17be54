import { STRIKE_STAGE, ZERO_STAGE } from '../codes';
import { longAgo, ticksSince } from '../clock';
import type { Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import type { STRIKE, STRIKE_BANK, STRIKE_STATE } from '../bank-records';
import { isTable, mapped } from '../map';
import { shareOf } from '../scale';
import type { Of } from '../struct';
import { wireTakesNote } from '../wire';
import { firstOutside, type Unit } from '../stretch';
import type { Block } from './block';
import { look, takeRest, unseen } from './zero';

type Bank = Of<typeof STRIKE_BANK>;
type Lane = Of<typeof STRIKE>;
type LaneState = Of<typeof STRIKE_STATE>;

/** Strike banks. */
export const strike: Block = {
  name: 'strike',
  of: 'strike_banks',
  file: 'strike',
  start: ({ strikes }) => ({
    strike_zeros: strikes.map(unseen),
    strikes: strikes.map(() => ({ peak: 0, since: 0, began: 0, stage: 0, sounding: 0 })),
  }),
  lookers: (e) =>
    e.image.strikes.map(({ column, on }, i) => ({
      zero: e.state.strike_zeros[i],
      turn: 0,
      mask: 0,
      column,
      still: on,
      play: () => lookAtStrike(e, i),
    })),
  frame: (e) => {
    const { strike_banks } = e.image;
    for (let i = 0; i < strike_banks.length; i++)
      for (let lane = 0; lane < strike_banks[i].lanes; lane++) playStrike(e, i, lane);
  },
  silence: (e) => e.image.strike_banks.forEach((_, i) => muteStrikes(e, i)),
  expire: (e) => {
    for (const state of e.state.strikes) state.since = state.began = longAgo(e.t);
  },
  units: (e) =>
    e.image.strike_banks.flatMap((bank, i) =>
      Array.from({ length: bank.lanes }, (_, lane) => strikeUnit(e, i, lane)),
    ),
  changed: ({ image, state }, next) =>
    next.strikes.forEach(({ rest, on }, i) => {
      const lane = state.strikes[i];
      if (rest !== image.strikes[i].rest) state.strike_zeros[i].rest = rest;
      if (lane.stage === STRIKE_STAGE.window && lane.peak < on) lane.peak = on;
    }),
  isSound: (settings) => settings.strikes.every(({ table }) => isTable(settings, table)),
};

/** Plays a frame on one lane. @param lane of the bank, from 0 */
function playStrike(e: Engine, index: number, lane: number): void {
  const bank = e.image.strike_banks[index];
  const at = bank.lane + lane;
  const strike = e.image.strikes[at];
  const state = e.state.strikes[at];
  if (e.state.strike_zeros[at].stage === ZERO_STAGE.silent) return;
  const distance = distanceOf(e, at);
  if (state.sounding !== 0 && ticksSince(state.began, e.t) >= bank.length_ticks) endStrike(e, bank, lane);
  advance(e, bank, strike, state, distance);
  if (state.stage !== STRIKE_STAGE.window) return;
  if (distance > state.peak) state.peak = distance;
  if (ticksSince(state.since, e.t) < bank.window_ticks || !wireTakesNote(e)) return;
  state.stage = STRIKE_STAGE.masked;
  if ((furthestOf(e, index) * bank.shock) >> 8 > state.peak) return;
  endStrike(e, bank, lane);
  state.began = e.t;
  state.sounding = 1;
  const strength = mapped(e.image, strike.table, shareOf(strike.scale, state.peak - strike.on));
  gateOpens(e, bank.listener, bank.listeners, lane, strength);
}

function distanceOf(e: Engine, at: number): number {
  const count = e.counts[e.at + e.image.strikes[at].column];
  const { rest } = e.state.strike_zeros[at];
  return count > rest ? count - rest : rest - count;
}

/** The strongest strike of a bank at this frame, counts: what lies under a share of it is its shock. Found once a frame. */
function furthestOf(e: Engine, index: number): number {
  if (e.furthest.bank === index) return e.furthest.distance;
  const { lane, lanes } = e.image.strike_banks[index];
  let distance = 0;
  for (let at = lane; at < lane + lanes; at++) distance = Math.max(distance, reachOf(e, at));
  e.furthest = { bank: index, distance };
  return distance;
}

/** How far a lane is struck: its peak until its mask is over. One that has stayed out since, a wire that came off, strikes no more. */
function reachOf(e: Engine, at: number): number {
  const { stage, peak } = e.state.strikes[at];
  if (stage === STRIKE_STAGE.spent || e.state.strike_zeros[at].stage === ZERO_STAGE.silent) return 0;
  const distance = distanceOf(e, at);
  return stage === STRIKE_STAGE.window || stage === STRIKE_STAGE.masked ? Math.max(peak, distance) : distance;
}

/** Through the stages, up to where a window begins. */
function advance(e: Engine, bank: Bank, strike: Lane, state: LaneState, distance: number): void {
  if (state.stage === STRIKE_STAGE.window) return;
  if (state.stage === STRIKE_STAGE.masked) {
    if (distance > state.peak) state.peak = distance;
    if (ticksSince(state.since, e.t) < bank.mask_ticks) return;
    state.stage = STRIKE_STAGE.spent;
    state.since = e.t;
  }
  if (state.stage >= STRIKE_STAGE.spent) {
    decay(e, bank, strike, state);
    if (distance < strike.on) state.stage = STRIKE_STAGE.ringing;
    if (state.stage === STRIKE_STAGE.spent) return;
    if (state.peak <= strike.on) state.stage = STRIKE_STAGE.waiting;
    else if (distance <= state.peak) return;
  }
  if (distance < strike.on) return;
  state.stage = STRIKE_STAGE.window;
  state.since = e.t;
  state.peak = distance;
}

/** Halves the level that another strike must exceed, once for every half-life that has passed. */
function decay(e: Engine, bank: Bank, strike: Lane, state: LaneState): void {
  while (state.peak > strike.on && ticksSince(state.since, e.t) >= bank.half_life_ticks) {
    state.peak >>= 1;
    state.since = (state.since + bank.half_life_ticks) & 0xffff;
  }
}

function endStrike(e: Engine, bank: Bank, lane: number): void {
  const state = e.state.strikes[bank.lane + lane];
  if (state.sounding === 0) return;
  state.sounding = 0;
  gateCloses(e, bank.listener, bank.listeners, lane);
}

/** Silence: what sounds ends. */
function muteStrikes(e: Engine, index: number): void {
  const bank = e.image.strike_banks[index];
  for (let lane = 0; lane < bank.lanes; lane++) endStrike(e, bank, lane);
}

/** Power-up of a lane: rest is taken from a look in which nothing moves; one too far off is looked at again. @returns whether its look has ended, or has woken it */
function lookAtStrike(e: Engine, at: number): boolean {
  const zero = e.state.strike_zeros[at];
  const { column, on } = e.image.strikes[at];
  const seen = look(zero, e.counts[e.at + column], on);
  if (seen === 'looks') return false;
  const silent = zero.stage === ZERO_STAGE.silent;
  zero.stage = ZERO_STAGE.awake;
  if (seen === 'over' && takeRest(zero, on >> 1) === 'taken') e.state.engine.looking--;
  return silent || seen === 'over';
}

/** Whether nothing can happen on a lane while its counts stay in the band that is noted. */
function strikeSleeps(e: Engine, at: number, band: { low: number; high: number }): boolean {
  const { on } = e.image.strikes[at];
  const { stage, sounding } = e.state.strikes[at];
  const { rest } = e.state.strike_zeros[at];
  band.low = rest - on + 1;
  band.high = rest + on - 1;
  return stage === STRIKE_STAGE.waiting && sounding === 0;
}

function strikeUnit(e: Engine, index: number, lane: number): Unit {
  const at = e.image.strike_banks[index].lane + lane;
  const { column } = e.image.strikes[at];
  const band = { low: 0, high: 0 };
  return {
    play: () => playStrike(e, index, lane),
    next: (frame, s) => (strikeSleeps(e, at, band) ? firstOutside(s, column, band, frame + 1) : frame + 1),
  };
}
