import { DEFAULT_RELEASE, LSB_OFFSET } from '../midi/messages';
import { distanceOf, feeds, responseOf, sideOf, stepOf } from './level';
import { LEVEL_KIND, type GateProgram, type InputProgram, type LevelProgram, type Program } from './program';
import { shareOf } from './scale';
import { GATE, UNSENT, type State } from './state';

/**
 * Plays one frame. Integers only, nothing allocated; firmware/cheironom.c does the same, byte for byte.
 *
 * @param tUs time of the frame, µs; only differences matter, modulo 2^16
 * @param counts the frame's counts start at `offset`, one a column
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
  const inputs = program.inputs;
  let bytes = 0;
  let level = 0;
  let gate = 0;
  for (let i = 0; i < inputs.length; i++) {
    const input = inputs[i];
    const count = counts[offset + input.column];
    if (count < state.quietLow[i] || count > state.quietHigh[i]) {
      bytes = playInput(program.tableBits, input, i, state, tUs & 0xffff, count, level, gate, out, bytes);
    }
    level += input.levels.length;
    gate += input.gates.length;
  }
  return bytes;
}

function playInput(
  tableBits: number,
  input: InputProgram,
  i: number,
  state: State,
  tUs: number,
  count: number,
  level: number,
  gate: number,
  out: Uint8Array,
  bytes: number,
): number {
  const side = sideOf(input, count);
  const distance = distanceOf(input, count);
  const response = responseOf(input, tableBits, side, distance);
  const { levels, gates, table } = input;
  let settled = true;
  for (let k = 0; k < levels.length; k++) {
    const l = levels[k];
    const share = feeds(l.sideMask, side) ? response : table[0];
    bytes = playLevel(l, level + k, state, tUs, share, out, bytes);
    settled &&= state.held[level + k] === 0 && state.sent[level + k] === stepOf(l.from, l.span, share);
  }
  for (let k = 0; k < gates.length; k++) {
    const fed = feeds(gates[k].sideMask, side) ? distance : 0;
    const { on, off } = input.sides[side];
    bytes = playGate(gates[k], gate + k, state, tUs, side, fed, on, off, out, bytes);
    settled &&= state.gate[gate + k] !== GATE.attack;
  }
  rest(state, i, count, settled);
  return bytes;
}

/** Widens the input's quiet band to the count's cell when nothing is pending: every level sent, no window open. */
function rest(state: State, i: number, count: number, settled: boolean): void {
  const { low, high } = state.cells[i];
  const known = settled && count < low.length;
  state.quietLow[i] = known ? low[count] : 1;
  state.quietHigh[i] = known ? high[count] : 0;
}

/** Sends only a change, only past the deadband (ends excepted), and only when the interval has passed. */
function playLevel(
  level: LevelProgram,
  n: number,
  state: State,
  tUs: number,
  response: number,
  out: Uint8Array,
  bytes: number,
): number {
  if (state.held[n] === 1) {
    if (((tUs - state.sentUs[n]) & 0xffff) < level.intervalUs) return bytes;
    state.held[n] = 0;
  }
  const value = stepOf(level.from, level.span, response);
  const sent = state.sent[n];
  if (value === sent) return bytes;
  if (sent !== UNSENT && value !== level.from && value !== level.from + level.span) {
    const moved = response > state.sentAt[n] ? response - state.sentAt[n] : state.sentAt[n] - response;
    if (moved < level.deadband) return bytes;
  }
  state.sent[n] = value;
  state.sentAt[n] = response;
  state.sentUs[n] = tUs;
  state.held[n] = 1;
  return writeLevel(level, value, sent, out, bytes);
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
 * Opens at on, closes below off. The note sounds when the window has passed, with the velocity of its peak; a breath
 * that ends inside the window still plays, on and off in one frame.
 */
function playGate(
  gate: GateProgram,
  n: number,
  state: State,
  tUs: number,
  side: 0 | 1,
  distance: number,
  on: number,
  off: number,
  out: Uint8Array,
  bytes: number,
): number {
  if (state.gate[n] === GATE.closed) {
    if (distance < on) return bytes;
    state.gate[n] = GATE.attack;
    state.openedUs[n] = tUs;
    state.peak[n] = 0;
  }
  const released = distance < off;
  if (state.gate[n] === GATE.attack) {
    if (!released && distance > on) {
      const share = shareOf(gate.attack[side], distance - on);
      if (share > state.peak[n]) state.peak[n] = share;
    }
    if (!released && ((tUs - state.openedUs[n]) & 0xffff) < gate.windowUs) return bytes;
    state.gate[n] = GATE.sounding;
    out[bytes++] = gate.statusOn;
    out[bytes++] = gate.note;
    out[bytes++] = stepOf(gate.velocityFrom, gate.velocitySpan, state.peak[n]);
  }
  if (!released) return bytes;
  if (state.gate[n] === GATE.sounding) bytes = writeNoteOff(gate, out, bytes);
  state.gate[n] = GATE.closed;
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
  let n = 0;
  for (const input of program.inputs) {
    for (const gate of input.gates) {
      if (state.gate[n] === GATE.sounding) bytes = writeNoteOff(gate, out, bytes);
      if (state.gate[n] !== GATE.closed) state.gate[n] = GATE.muted;
      n++;
    }
  }
  state.quietLow.fill(1);
  state.quietHigh.fill(0);
  return bytes;
}
