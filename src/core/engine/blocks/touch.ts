import { TOUCH_STAGE } from '../codes';
import { ONE } from '../../shape/table';
import { ticksSince } from '../clock';
import type { Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import type { TOUCH, TOUCH_BANK, TOUCH_STATE } from '../bank-records';
import { type Unit, firstOutside, firstSlow } from '../stretch';
import type { Of } from '../struct';
import type { Block } from './block';

/** Frames after power-up in which untouched levels follow at every frame. */
const FIRST_LOOKS = 64;

type Bank = Of<typeof TOUCH_BANK>;
type Lane = Of<typeof TOUCH>;
type LaneState = Of<typeof TOUCH_STATE>;

/** Touch banks. */
export const touch: Block = {
  name: 'touch',
  of: 'touch_banks',
  file: 'touch',
  start: ({ touch_banks, touches }) => ({
    touch_banks: touch_banks.map(() => ({ since: 0, looks: 0, pad: 0 })),
    touches: touches.map(({ untouched }) => ({ untouched, since: 0, stage: 0, pad: 0 })),
  }),
  frame: (e) => {
    for (let i = 0; i < e.image.touch_banks.length; i++) playTouchBank(e, i);
  },
  silence: (e) => e.image.touch_banks.forEach((_, i) => muteTouches(e, i)),
  units: (e) => e.image.touch_banks.map((_, i) => touchUnit(e, i)),
  everyFrame: (e) => e.state.touch_banks.some(({ looks }) => looks < FIRST_LOOKS),
  changed: ({ image, state }, next) =>
    next.touches.forEach(({ untouched }, i) => {
      const own = state.touches[i];
      if (untouched !== image.touches[i].untouched && own.stage === TOUCH_STAGE.untouched)
        own.untouched = untouched;
    }),
};

/** Plays a frame on a touch bank. */
function playTouchBank(e: Engine, index: number): void {
  const bank = e.image.touch_banks[index];
  const state = e.state.touch_banks[index];
  const first = state.looks === 0;
  const follows = state.looks < FIRST_LOOKS || ticksSince(state.since, e.slow) >= bank.follow_slow;
  if (state.looks < FIRST_LOOKS) state.looks++;
  if (follows) state.since = e.slow;
  for (let lane = 0; lane < bank.lanes; lane++) {
    if (first) meet(e, bank, lane);
    playTouch(e, index, lane);
    if (follows) follow(e, bank, lane);
  }
}

/** How far a count lies from the untouched level, and whether on the side of a touch. */
const away = (bank: Bank, state: LaneState, count: number): { over: boolean; distance: number } => ({
  over: bank.falling !== 0 ? count < state.untouched : count > state.untouched,
  distance: count > state.untouched ? count - state.untouched : state.untouched - count,
});

/** The first frame: the untouched level is where it reads now, unless it is touched. */
function meet(e: Engine, bank: Bank, lane: number): void {
  const state = e.state.touches[bank.lane + lane];
  const { column, on } = e.image.touches[bank.lane + lane];
  const count = e.counts[e.at + column];
  const { over, distance } = away(bank, state, count);
  if (over && distance >= on) {
    state.stage = TOUCH_STAGE.muted;
    state.since = e.slow;
  } else state.untouched = count;
}

/** Plays a frame on one lane: touched at "on", released short of "off". */
function playTouch(e: Engine, index: number, lane: number): void {
  const bank = e.image.touch_banks[index];
  const { column, on, off }: Lane = e.image.touches[bank.lane + lane];
  const state = e.state.touches[bank.lane + lane];
  const count = e.counts[e.at + column];
  const { over, distance } = away(bank, state, count);
  if (state.stage === TOUCH_STAGE.untouched) {
    if (distance < on) return;
    // The other way it can be no touch: the untouched level has changed, and is followed at every frame.
    if (!over) return step(state, count);
    state.stage = TOUCH_STAGE.touched;
    state.since = e.slow;
    gateOpens(e, bank.listener, bank.listeners, lane, ONE);
  } else if (!over || distance < off) release(e, bank, lane);
}

function release(e: Engine, bank: Bank, lane: number): void {
  const state = e.state.touches[bank.lane + lane];
  const heard = state.stage === TOUCH_STAGE.touched;
  state.stage = TOUCH_STAGE.untouched;
  if (heard) gateCloses(e, bank.listener, bank.listeners, lane);
}

/** The untouched level follows by a count; a touch longer than the longest becomes the untouched level. */
function follow(e: Engine, bank: Bank, lane: number): void {
  const state = e.state.touches[bank.lane + lane];
  const { column, on } = e.image.touches[bank.lane + lane];
  const count = e.counts[e.at + column];
  if (state.stage === TOUCH_STAGE.untouched) {
    if (away(bank, state, count).distance < on) step(state, count);
  } else if (ticksSince(state.since, e.slow) >= bank.longest_slow) {
    state.untouched = count;
    release(e, bank, lane);
  }
}

function step(state: LaneState, count: number): void {
  if (count > state.untouched) state.untouched++;
  else if (count < state.untouched) state.untouched--;
}

/** Silence: what is touched stays mute until it has been released. */
function muteTouches(e: Engine, index: number): void {
  const bank = e.image.touch_banks[index];
  for (let lane = 0; lane < bank.lanes; lane++) {
    const state = e.state.touches[bank.lane + lane];
    if (state.stage !== TOUCH_STAGE.touched) continue;
    state.stage = TOUCH_STAGE.muted;
    gateCloses(e, bank.listener, bank.listeners, lane);
  }
}

/** The counts among which a lane does nothing between two steps of its bank. */
function touchBand(e: Engine, index: number, lane: number, band: { low: number; high: number }): void {
  const bank = e.image.touch_banks[index];
  const { on, off } = e.image.touches[bank.lane + lane];
  const { untouched, stage } = e.state.touches[bank.lane + lane];
  const released = stage === TOUCH_STAGE.untouched;
  const falling = bank.falling !== 0;
  band.low = released ? untouched - on + 1 : falling ? 0 : untouched + off;
  band.high = released ? untouched + on - 1 : falling ? untouched - off : 65535;
}

/** All lanes of a bank: their untouched levels follow together. */
function touchUnit(e: Engine, index: number): Unit {
  const bank = e.image.touch_banks[index];
  const state = e.state.touch_banks[index];
  const lanes = Array.from({ length: bank.lanes }, (_, lane) => ({
    column: e.image.touches[bank.lane + lane].column,
    low: 1,
    high: 0,
    next: 0,
  }));
  const band = { low: 0, high: 0 };
  return {
    play: () => playTouchBank(e, index),
    next: (frame, s) => {
      let next = firstSlow(s, frame, state.since, bank.follow_slow);
      lanes.forEach((lane, i) => {
        touchBand(e, index, i, band);
        const same =
          band.low === lane.low && band.high === lane.high && lane.next > frame && lane.next < s.end;
        Object.assign(lane, band);
        if (!same) lane.next = firstOutside(s, lane.column, band, frame + 1);
        if (lane.next < next) next = lane.next;
      });
      return next;
    },
  };
}
