import { GATE_STAGE, ZERO_STAGE } from '../codes';
import { ticksSince } from '../clock';
import type { Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import type { GATE, GATE_STATE, LEVEL } from '../layout';
import { ABOVE, BELOW, emptyBand, feeds, inBand, locate, setBand, shifted, type Place } from '../place';
import { shareOf } from '../scale';
import type { Of } from '../struct';

const place: Place = { side: 0, distance: 0 };

/**
 * Plays a frame on a gate. It opens at on and closes below off. Its listeners hear of it when the window has passed, with
 * the peak in it for a strength; a gesture that ends inside the window is heard still. Open or closed, it stays so for the
 * hold-off.
 */
export function playGate(e: Engine, index: number): void {
  const gate = e.image.gates[index];
  const state = e.state.gates[index];
  const raw = e.counts[e.at + gate.column];
  if (state.running !== 0) {
    if (ticksSince(state.since, e.t) < gate.hold_off_ticks) return;
    state.running = 0;
  }
  if (inBand(state, raw)) return;
  const zero = e.state.level_zeros[gate.level];
  if (zero.stage === ZERO_STAGE.silent) return;
  const level = e.image.levels[gate.level];
  locate(level.rest, shifted(raw, zero.shift), place);
  if (!feeds(gate.side_mask, place.side)) place.distance = 0;
  const { on, off } = level.side[place.side];
  if (state.stage === GATE_STAGE.closed) {
    if (place.distance < on) return closedBand(gate, state, level, zero.shift);
    state.stage = place.side === 0 ? GATE_STAGE.attackAbove : GATE_STAGE.attackBelow;
    state.since = e.t;
    state.peak = 0;
    emptyBand(state);
  }
  const elapsed = ticksSince(state.since, e.t);
  const released = place.distance < off;
  if (state.stage >= GATE_STAGE.attackAbove) {
    const began = state.stage === GATE_STAGE.attackAbove ? 0 : 1;
    if (place.side === began && place.distance > on + state.peak) state.peak = place.distance - on;
    const ends = released && elapsed >= gate.hold_off_ticks;
    if (!ends && elapsed < gate.window_ticks) return;
    state.stage = GATE_STAGE.open;
    state.running = elapsed < gate.hold_off_ticks ? 1 : 0;
    gateOpens(e, gate.listener, gate.listeners, 0, shareOf(gate.attack[began], state.peak));
    if (state.running !== 0) return emptyBand(state);
  }
  if (!released) return openBand(state, level, zero.shift, place.side, off);
  const sounding = state.stage === GATE_STAGE.open;
  state.stage = GATE_STAGE.closed;
  state.since = e.t;
  state.running = gate.hold_off_ticks > 0 ? 1 : 0;
  closedBand(gate, state, level, zero.shift);
  if (sounding) gateCloses(e, gate.listener, gate.listeners, 0);
}

type Gate = Of<typeof GATE>;
type GateState = Of<typeof GATE_STATE>;
type Level = Of<typeof LEVEL>;

/** The counts that fall short of "on", on the sides that feed the gate. */
function closedBand(gate: Gate, state: GateState, level: Level, shift: number): void {
  const [above, below] = level.side;
  const room = (mask: number, on: number) => (gate.side_mask & mask ? on - 1 : 65536);
  setBand(state, level.rest, shift, room(BELOW, below.on), room(ABOVE, above.on));
}

/** The counts that keep a gate open on the side where it is. */
function openBand(state: GateState, level: Level, shift: number, side: 0 | 1, off: number): void {
  if (side === 0) setBand(state, level.rest, shift, -off, 65536);
  else setBand(state, level.rest, shift, 65536, -off);
}

/** Silence: what is open stays mute until it has been let go. */
export function muteGate(e: Engine, index: number): void {
  const state = e.state.gates[index];
  if (state.stage === GATE_STAGE.closed) return;
  const { listener, listeners } = e.image.gates[index];
  if (state.stage === GATE_STAGE.open) gateCloses(e, listener, listeners, 0);
  state.stage = GATE_STAGE.muted;
  state.running = 0;
  emptyBand(state);
}
