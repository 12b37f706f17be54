import { GATE_STAGE } from './codes';
import { playContact } from './blocks/contacts';
import { playGate } from './blocks/gate';
import { playStrike, strikeSleeps } from './blocks/strike';
import { playTouchBank, touchBand } from './blocks/touch';
import { PAUSE_US, SLOW_US, TICK_US, slowAt, ticksAt, ticksSince } from './clock';
import type { Engine } from './engine';

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
  const { low } = band;
  const room = band.high - low;
  if (room < 0) return from;
  const past = s.end * columns + column;
  let at = from * columns + column;
  for (; at < past; at += columns) if ((counts[at] - low) >>> 0 > room) break;
  return (at - column) / columns;
}

/** The first frame after `frame` at which a timer that runs has ended; a pause ends it too. @param since, ticks of the timer */
export function firstDue(s: Stretch, frame: number, since: number, ticks: number): number {
  const { tUs } = s;
  const left = ticks - ticksSince(since, ticksAt(tUs[frame]));
  const endUs = TICK_US * (Math.floor(tUs[frame] / TICK_US) + left);
  let at = frame + 1;
  while (at < s.end && tUs[at] < endUs && tUs[at] - tUs[at - 1] < PAUSE_US) at++;
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
      if (state.stage >= GATE_STAGE.attackAbove) return frame + 1;
      if (state.running !== 0) return firstDue(s, frame, state.since, gate.hold_off_ticks);
      return firstOutside(s, gate.column, state, frame + 1);
    },
  };
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
  const endUs = SLOW_US * (Math.floor(s.tUs[frame] / SLOW_US) + left);
  let at = frame + 1;
  while (at < s.end && s.tUs[at] < endUs) at++;
  return at;
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
