import { GATE_STAGE } from './codes';
import { playContact } from './blocks/contacts';
import { playGate } from './blocks/gate';
import { playStrike, strikeSleeps } from './blocks/strike';
import { playTouchBank, touchBand } from './blocks/touch';
import { SLOW_US, TICK_US, slowAt, ticksAt, ticksSince } from './clock';
import type { Engine } from './engine';
import type { GATE, GATE_STATE } from './layout';
import { inBand } from './place';
import type { Of } from './struct';

/** The frames at hand. */
export interface Stretch {
  tUs: Float64Array;
  counts: Uint16Array;
  columns: number;
  /** The frame after the last of the block. */
  end: number;
}

/** One thing that plays a frame, and says which frame it has to play next. */
export interface Unit {
  play(): void;
  /** @param frame that it has just played @returns the next one, or `end` where it has nothing to do before */
  next(frame: number, s: Stretch): number;
}

/** The first frame from `from` on whose count lies outside a band; `end` where there is none. */
export function firstOutside(
  s: Stretch,
  column: number,
  band: { low: number; high: number },
  from: number,
): number {
  const { counts, columns } = s;
  const { low, high } = band;
  const past = s.end * columns + column;
  let at = from * columns + column;
  for (; at < past; at += columns) {
    const count = counts[at];
    if (count < low || count > high) break;
  }
  return (at - column) / columns;
}

/** The first frame after `frame` at which a timer that runs has ended. @param since, ticks of the timer */
export function firstDue(s: Stretch, frame: number, since: number, ticks: number): number {
  const left = ticks - ticksSince(since, ticksAt(s.tUs[frame]));
  return firstAt(s, frame + 1, TICK_US * (Math.floor(s.tUs[frame] / TICK_US) + left));
}

/** The first frame after one that was played at which a time has come (clock.ts). @param until less than half a turn away */
export const firstComing = (s: Stretch, frame: number, until: number): number =>
  firstDue(s, frame, (until - 0x8000) & 0xffff, 0x8000);

/** The first frame from `from` on at a time or later; `end` where there is none. Most often it is near. */
export function firstAt({ tUs, end }: Stretch, from: number, us: number): number {
  let at = from;
  let by = 1;
  for (; at + by <= end && tUs[at + by - 1] < us; by *= 2) at += by;
  let high = Math.min(end, at + by - 1);
  while (at < high) {
    const middle = (at + high) >> 1;
    if (tUs[middle] < us) at = middle + 1;
    else high = middle;
  }
  return at;
}

/** Every unit but the controls, in the order in which a frame plays them. */
export function unitsOf(e: Engine): Unit[] {
  const { gates, touch_banks, strike_banks, contacts } = e.image;
  return [
    ...gates.map((_, i) => gateUnit(e, i)),
    ...touch_banks.map((_, i) => touchUnit(e, i)),
    ...strike_banks.flatMap((bank, i) =>
      Array.from({ length: bank.lanes }, (_, lane) => strikeUnit(e, i, lane)),
    ),
    ...Array.from({ length: contacts }, (_, i) => contactUnit(e, i)),
  ];
}

function gateUnit(e: Engine, index: number): Unit {
  const gate = e.image.gates[index];
  const state = e.state.gates[index];
  return {
    play: () => playGate(e, index),
    next: (frame, s) => {
      if (state.stage >= GATE_STAGE.attackAbove) return followAttack(gate, state, frame, s);
      if (state.running !== 0) return firstDue(s, frame, state.since, gate.hold_off_ticks);
      return firstOutside(s, gate.column, state, frame + 1);
    },
  };
}

/**
 * Follows the peak of an attack over the frames after one that was played, as far as nothing comes of it but the peak.
 * @returns the frame at which something may: the window ends, or the count falls short of "on"
 */
function followAttack(
  gate: Of<typeof GATE>,
  state: Of<typeof GATE_STATE>,
  frame: number,
  s: Stretch,
): number {
  const due = firstDue(s, frame, state.since, gate.window_ticks);
  const above = state.stage === GATE_STAGE.attackAbove;
  let at = frame + 1;
  for (; at < due; at++) {
    const count = s.counts[at * s.columns + gate.column];
    if (inBand(state, count)) break;
    if (above ? count > state.peak : count < state.peak) state.peak = count;
  }
  return at;
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
      let next = firstFollow(s, frame, state.since, bank.follow_slow);
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

/** The first frame after `frame` at which the untouched levels of a bank follow. */
function firstFollow(s: Stretch, frame: number, since: number, slow: number): number {
  const left = slow - ticksSince(since, slowAt(s.tUs[frame]));
  return firstAt(s, frame + 1, SLOW_US * (Math.floor(s.tUs[frame] / SLOW_US) + left));
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

function contactUnit(e: Engine, contact: number): Unit {
  const state = e.state.contacts[contact];
  const bank = e.image.contact_banks.find((b) => contact < b.lane + b.lanes)!;
  return {
    play: () => playContact(e, contact),
    next: (frame, s) => (state.running === 0 ? s.end : firstDue(s, frame, state.since, bank.debounce_ticks)),
  };
}
