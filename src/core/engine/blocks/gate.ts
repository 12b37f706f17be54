import { GATE_STAGE, ZERO_STAGE } from '../codes';
import { ticksSince } from '../clock';
import type { Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import type { GATE, GATE_STATE, LEVEL } from '../records';
import { ABOVE, BELOW, emptyBand, feeds, inBand, locate, setBand, type Place } from '../place';
import { shareOf } from '../scale';
import type { Of } from '../struct';
import { wireTakesNote } from '../wire';

const place: Place = { side: 0, distance: 0 };
const peak: Place = { side: 0, distance: 0 };

/**
 * Plays a frame on a gate. It opens at on and closes below off. Its listeners hear of it when the window has passed, with the
 * peak in the window for a strength; a gesture that ends inside the window is heard still. Open or closed, it stays so for
 * the hold-off. What its listeners would send waits while the wire is full.
 */
export function playGate(e: Engine, index: number): void {
  const gate = e.image.gates[index];
  const state = e.state.gates[index];
  const raw = e.counts[e.at + gate.column];
  if (timerRuns(state)) {
    if (waits(e, gate, state, raw)) return;
  } else if (inBand(state, raw)) return;
  else if (state.stage === GATE_STAGE.closed && state.low <= state.high) {
    // Its band ends where "on" begins.
    beginAttack(e, state, raw, raw < state.low ? 1 : 0);
    if (gate.window_ticks > 0) return;
  } else if (state.stage === GATE_STAGE.open && !wireTakesNote(e)) return;
  changeGate(e, gate, state, raw);
}

/** Whether it is open, or closed, held so or not; in an attack it is neither. */
export const isOpen = ({ stage }: Staged): boolean =>
  stage === GATE_STAGE.open || stage === GATE_STAGE.openHeld;
export const isClosed = ({ stage }: Staged): boolean =>
  stage === GATE_STAGE.closed || stage === GATE_STAGE.closedHeld;

/** Whether a timer of its runs: its hold-off, or an attack. */
export const timerRuns = ({ stage }: Staged): boolean => stage >= GATE_STAGE.closedHeld;

/** The hold-off is over. */
export function endHoldOff(state: Staged): void {
  if (state.stage === GATE_STAGE.openHeld) state.stage = GATE_STAGE.open;
  if (state.stage === GATE_STAGE.closedHeld) state.stage = GATE_STAGE.closed;
}
type Staged = Pick<GateState, 'stage'>;

/** Whether the window, the wire or the hold-off takes longer. The peak of an attack is followed; one that has fallen short of "on" may be over. */
function waits(e: Engine, gate: Gate, state: GateState, raw: number): boolean {
  const elapsed = ticksSince(state.since, e.t);
  if (state.stage < GATE_STAGE.attackAbove) {
    if (elapsed < gate.hold_off_ticks) return true;
    endHoldOff(state);
    return inBand(state, raw);
  }
  if (state.stage === GATE_STAGE.attackAbove ? raw > state.peak : raw < state.peak) state.peak = raw;
  if (elapsed < gate.window_ticks && (!inBand(state, raw) || elapsed < gate.hold_off_ticks)) return true;
  return !wireTakesNote(e);
}

function beginAttack(e: Engine, state: GateState, raw: number, side: 0 | 1): void {
  state.stage = side === 0 ? GATE_STAGE.attackAbove : GATE_STAGE.attackBelow;
  state.since = e.t;
  state.peak = raw;
}

function changeGate(e: Engine, gate: Gate, state: GateState, raw: number): void {
  const zero = e.state.level_zeros[gate.level];
  if (zero.stage === ZERO_STAGE.silent) return;
  const level = e.image.levels[gate.level];
  locate(zero.rest, raw, place);
  if (!feeds(gate.side_mask, place.side)) place.distance = 0;
  const { on, off } = level.side[place.side];
  if (state.stage === GATE_STAGE.closed) {
    closedBand(gate, state, level, zero.rest);
    if (place.distance < on) return;
    beginAttack(e, state, raw, place.side);
    if (gate.window_ticks > 0) return;
  }
  const elapsed = ticksSince(state.since, e.t);
  const released = place.distance < off;
  if (state.stage >= GATE_STAGE.attackAbove) {
    const ends = elapsed >= gate.window_ticks || (released && elapsed >= gate.hold_off_ticks);
    if (!ends || !wireTakesNote(e)) return;
    const strength = strengthOf(gate, state, level, zero.rest);
    state.stage = elapsed < gate.hold_off_ticks ? GATE_STAGE.openHeld : GATE_STAGE.open;
    gateOpens(e, gate.listener, gate.listeners, gate.lane, strength);
  }
  if (!released) return openBand(state, zero.rest, place.side, off);
  if (state.stage === GATE_STAGE.openHeld) return emptyBand(state);
  const sounding = state.stage === GATE_STAGE.open;
  state.stage = gate.hold_off_ticks > 0 ? GATE_STAGE.closedHeld : GATE_STAGE.closed;
  state.since = e.t;
  closedBand(gate, state, level, zero.rest);
  if (sounding) gateCloses(e, gate.listener, gate.listeners, gate.lane);
}

type Gate = Of<typeof GATE>;
type GateState = Of<typeof GATE_STATE>;
type Level = Of<typeof LEVEL>;

/** Q15 share of the way from on to full, to which the peak of an attack has come on the side where it began. */
function strengthOf(gate: Gate, state: GateState, level: Level, rest: number): number {
  const began = state.stage === GATE_STAGE.attackAbove ? 0 : 1;
  locate(rest, state.peak, peak);
  const past = peak.side === began ? peak.distance - level.side[began].on : 0;
  return shareOf(gate.attack[began], Math.max(0, past));
}

/** The counts that fall short of "on", on the sides that feed the gate. */
function closedBand(gate: Gate, state: GateState, level: Level, rest: number): void {
  const [above, below] = level.side;
  const room = (mask: number, on: number) => (gate.side_mask & mask ? on - 1 : 65536);
  setBand(state, rest, room(BELOW, below.on), room(ABOVE, above.on));
}

/** The counts that keep a gate open on the side where it is. */
function openBand(state: GateState, rest: number, side: 0 | 1, off: number): void {
  if (side === 0) setBand(state, rest, -off, 65536);
  else setBand(state, rest, 65536, -off);
}

/** Silence: what is open stays mute until it has been let go. */
export function muteGate(e: Engine, index: number): void {
  const state = e.state.gates[index];
  if (isClosed(state)) return;
  const { listener, listeners, lane } = e.image.gates[index];
  if (isOpen(state)) gateCloses(e, listener, listeners, lane);
  state.stage = GATE_STAGE.muted;
  emptyBand(state);
}
