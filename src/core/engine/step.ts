import { DEFAULT_RELEASE, LSB_OFFSET } from '../midi/messages';
import { distanceOf, feeds, responseOf, sideOf, stepOf } from './level';
import { LEVEL_KIND, type GateProgram, type InputProgram, type LevelProgram, type Program } from './program';
import { shareOf } from './scale';
import { GATE, UNSENT, type GateState, type LevelState, type State } from './state';

/**
 * Plays one frame. Integers only, nothing allocated; firmware/cheironom.c does the same, byte for byte.
 *
 * @param tUs time of the frame, µs; only differences matter, modulo 2^16
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
  const t = tUs & 0xffff;
  let bytes = 0;
  for (let i = 0; i < program.inputs.length; i++) {
    const input = program.inputs[i];
    const { levels, gates } = state[i];
    const count = counts[offset + input.column];
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

/** Whether a level was sent so short a time before that it must wait. @param t time of the frame, µs modulo 2^16 */
export const waits = (level: LevelProgram, state: LevelState, t: number): boolean =>
  state.held && ((t - state.sentUs) & 0xffff) < level.intervalUs;

/** The response that a level hears, Q15. A side that does not feed it is silent. */
export function heardBy(level: LevelProgram, input: InputProgram, tableBits: number, count: number): number {
  const side = sideOf(input, count);
  if (!feeds(level.sideMask, side)) return input.table[0];
  return responseOf(input, tableBits, side, distanceOf(input, count));
}

/**
 * Plays a frame on a level that does not wait: sends what it reads if that is another value than the one sent, and
 * worth it.
 * @param t time of the frame, µs modulo 2^16
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
  state.sentUs = t;
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
 * velocity of its peak; a breath that ends inside the window still plays, on and off in one frame.
 * @param t time of the frame, µs modulo 2^16
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
    if (distance < on) return bytes;
    state.stage = GATE.attack;
    state.openedUs = t;
    state.peak = 0;
  }
  const released = distance < off;
  if (state.stage === GATE.attack) {
    if (!released && distance > on) {
      const share = shareOf(gate.attack[side], distance - on);
      if (share > state.peak) state.peak = share;
    }
    if (!released && ((t - state.openedUs) & 0xffff) < gate.windowUs) return bytes;
    state.stage = GATE.sounding;
    out[bytes++] = gate.statusOn;
    out[bytes++] = gate.note;
    out[bytes++] = stepOf(gate.velocityFrom, gate.velocitySpan, state.peak);
  }
  if (!released) return bytes;
  if (state.stage === GATE.sounding) bytes = writeNoteOff(gate, out, bytes);
  state.stage = GATE.closed;
  return bytes;
}

function writeNoteOff(gate: GateProgram, out: Uint8Array, bytes: number): number {
  out[bytes++] = gate.statusOff;
  out[bytes++] = gate.note;
  out[bytes++] = DEFAULT_RELEASE;
  return bytes;
}

/**
 * Ends every note that sounds. A gate that is open stays mute until it has been released once.
 * @returns bytes written
 */
export function silence(program: Program, state: State, out: Uint8Array): number {
  let bytes = 0;
  for (let i = 0; i < state.length; i++) {
    const { gates } = state[i];
    for (let k = 0; k < gates.length; k++) {
      if (gates[k].stage === GATE.sounding) bytes = writeNoteOff(program.inputs[i].gates[k], out, bytes);
      if (gates[k].stage !== GATE.closed) gates[k].stage = GATE.muted;
    }
  }
  return bytes;
}
