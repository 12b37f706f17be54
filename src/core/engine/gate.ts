import { DEFAULT_RELEASE, STATUS } from '../midi/messages';
import { ticksSince } from './clock';
import { distanceOf, feeds, sideOf, stepOf } from './level';
import type { GateProgram, InputProgram } from './program';
import { shareOf } from './scale';
import { GATE, type GateState, type State } from './state';

/**
 * Plays a frame on a gate. It opens at on and closes below off. The note sounds when the window has passed, with the
 * velocity of its peak; a breath that ends inside the window still plays. Open or closed, it stays so for the hold-off.
 * @param t time of the frame, ticks modulo 2^16
 * @returns where `out` is written to, from `bytes` on
 */
export function playGate(
  gate: GateProgram,
  state: GateState,
  input: InputProgram,
  t: number,
  count: number,
  out: Uint8Array,
  bytes: number,
): number {
  const side = sideOf(input, count);
  const distance = feeds(gate.sideMask, side) ? distanceOf(input, count) : 0;
  const { on, off } = input.sides[side];
  if (state.stage === GATE.closed) {
    if (state.running && ticksSince(state.since, t) < gate.holdOffTicks) return bytes;
    state.running = false;
    if (distance < on) return bytes;
    state.stage = GATE.attack;
    state.since = t;
    state.running = true;
    state.peak = 0;
  }
  const elapsed = ticksSince(state.since, t);
  const ends = distance < off && !(state.running && elapsed < gate.holdOffTicks);
  if (state.stage === GATE.attack) {
    if (distance > on) state.peak = Math.max(state.peak, shareOf(gate.attack[side], distance - on));
    if (!ends && state.running && elapsed < gate.windowTicks) return bytes;
    bytes = writeNoteOn(gate, state, out, bytes);
  }
  if (elapsed >= gate.holdOffTicks) state.running = false;
  if (!ends) return bytes;
  if (state.stage === GATE.sounding) bytes = writeNoteOff(state, out, bytes);
  state.stage = GATE.closed;
  state.since = t;
  state.running = gate.holdOffTicks > 0;
  return bytes;
}

/** Channel and note are kept for the note-off, whatever the program says by then. */
function writeNoteOn(gate: GateProgram, state: GateState, out: Uint8Array, bytes: number): number {
  state.stage = GATE.sounding;
  state.channel = gate.channel;
  state.note = gate.note;
  out[bytes++] = STATUS.noteOn | gate.channel;
  out[bytes++] = gate.note;
  out[bytes++] = stepOf(gate.velocityFrom, gate.velocitySpan, state.peak);
  return bytes;
}

function writeNoteOff(state: GateState, out: Uint8Array, bytes: number): number {
  out[bytes++] = STATUS.noteOff | state.channel;
  out[bytes++] = state.note;
  out[bytes++] = DEFAULT_RELEASE;
  return bytes;
}

/**
 * Ends every note that sounds. A gate that is open stays mute until it has been released once.
 * @returns bytes written
 */
export function silence(state: State, out: Uint8Array): number {
  let bytes = 0;
  for (const { gates } of state.inputs) {
    for (const gate of gates) {
      if (gate.stage === GATE.sounding) bytes = writeNoteOff(gate, out, bytes);
      if (gate.stage === GATE.closed) continue;
      gate.stage = GATE.muted;
      gate.running = false;
    }
  }
  return bytes;
}
