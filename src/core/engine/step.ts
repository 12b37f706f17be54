import { DEFAULT_RELEASE, LSB_OFFSET, STATUS } from '../midi/messages';
import { isPause, ticksAt, ticksSince } from './clock';
import { distanceOf, feeds, responseOf, sideOf, stepOf } from './level';
import { LEVEL_KIND, type GateProgram, type InputProgram, type LevelProgram, type Program } from './program';
import { shareOf } from './scale';
import { shifted, startUp } from './start-up';
import { GATE, UNSENT, type GateState, type InputState, type LevelState, type State } from './state';

/**
 * Plays one frame. Integers only, nothing allocated; firmware/cheironom.c does the same, byte for byte.
 *
 * @param tUs time of the frame, µs; only differences matter, modulo 2^32
 * @param counts the frame's counts start at `offset`, one a column, each 0 … 2^bits − 1: who lets frames in checks that
 * @param out room for `program.maxBytes`; complete messages are written from its start, levels before notes
 * @returns bytes written
 */
export function step(
  program: Program,
  state: State,
  tUs: number,
  counts: ArrayLike<number>,
  offset: number,
  out: Uint8Array,
): number {
  const t = ticksAt(tUs);
  if (isPause(state.lastUs, tUs)) state.inputs.forEach(endTimers);
  state.lastUs = tUs >>> 0;
  if (state.discard > 0) {
    state.discard--;
    return 0;
  }
  let bytes = 0;
  for (let i = 0; i < program.inputs.length; i++) {
    const input = program.inputs[i];
    const { zero, levels, gates } = state.inputs[i];
    const raw = counts[offset + input.column];
    if (!zero.done && !startUp(input, state.inputs[i], raw)) continue;
    const count = shifted(raw, zero.shift);
    for (let k = 0; k < levels.length; k++) {
      const level = input.levels[k];
      if (waits(level, levels[k], t)) continue;
      const response = heardBy(level, input, program.tableBits, count);
      bytes = playLevel(level, levels[k], t, response, out, bytes);
    }
    for (let k = 0; k < gates.length; k++)
      bytes = playGate(input.gates[k], gates[k], input, t, count, out, bytes);
  }
  return bytes;
}

/** Ends the timers of an input: more time has passed than any of them takes. */
export function endTimers({ levels, gates }: InputState): void {
  for (const level of levels) level.held = false;
  for (const gate of gates) gate.running = false;
}

/** Whether a level was sent so short a time before that it must wait. @param t time of the frame, ticks */
export const waits = (level: LevelProgram, state: LevelState, t: number): boolean =>
  state.held && ticksSince(state.since, t) < level.intervalTicks;

/** The response that a level hears, Q15. A side that does not feed it is silent. */
export function heardBy(level: LevelProgram, input: InputProgram, tableBits: number, count: number): number {
  const side = sideOf(input, count);
  if (!feeds(level.sideMask, side)) return input.table[0];
  return responseOf(input, tableBits, side, distanceOf(input, count));
}

/**
 * Plays a frame on a level that does not wait: sends what it reads if that is another value than the one sent, and
 * worth it.
 * @param t time of the frame, ticks modulo 2^16
 * @param response what the level hears, Q15
 * @returns where `out` is written to, from `bytes` on
 */
export function playLevel(
  level: LevelProgram,
  state: LevelState,
  t: number,
  response: number,
  out: Uint8Array,
  bytes: number,
): number {
  state.held = false;
  const value = stepOf(level.from, level.span, response);
  const sent = state.sent;
  if (value === sent || !worthSending(level, state, value, response)) return bytes;
  state.sent = value;
  state.sentAt = response;
  state.since = t;
  state.held = true;
  return writeLevel(level, value, sent, out, bytes);
}

/** Past the deadband, ends excepted. */
function worthSending(level: LevelProgram, state: LevelState, value: number, response: number): boolean {
  if (state.sent === UNSENT || value === level.from || value === level.from + level.span) return true;
  const moved = response > state.sentAt ? response - state.sentAt : state.sentAt - response;
  return moved >= level.deadband;
}

/** A 14-bit controller sends its high byte only when that changed; the low byte follows it always. */
function writeLevel(
  level: LevelProgram,
  value: number,
  sent: number,
  out: Uint8Array,
  bytes: number,
): number {
  if (level.kind === LEVEL_KIND.controller14) {
    if (sent === UNSENT || value >> 7 !== sent >> 7) {
      out[bytes++] = level.status;
      out[bytes++] = level.controller;
      out[bytes++] = value >> 7;
    }
    out[bytes++] = level.status;
    out[bytes++] = level.controller + LSB_OFFSET;
    out[bytes++] = value & 0x7f;
    return bytes;
  }
  out[bytes++] = level.status;
  if (level.kind === LEVEL_KIND.controller7) out[bytes++] = level.controller;
  out[bytes++] = value;
  return bytes;
}

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
