import { DEFAULT_RELEASE, LSB_OFFSET } from '../midi/messages';
import { distanceOf, feeds, responseOf, sideOf, stepOf } from './level';
import type { Lookahead } from './lookahead';
import { LEVEL_KIND, type GateProgram, type InputProgram, type LevelProgram, type Program } from './program';
import { shareOf } from './scale';
import { GATE, UNSENT, type State } from './state';

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
    const count = counts[offset + program.inputs[i].column];
    if (!passedOver(state, state.ahead, i, (i << program.bits) + count, t))
      bytes = playInput(program, state, i, t, count, out, bytes);
  }
  return bytes;
}

/**
 * Plays many frames as {@link step} does, and quicker: each input is followed ahead to the next frame in which it has
 * something to do, and only those frames are played.
 * @param columns width of a frame in `counts`
 * @param emit called for each frame that sent something, with its number and the bytes in `out`
 */
export function stepMany(
  program: Program,
  state: State,
  tUs: Float64Array,
  counts: Uint16Array,
  columns: number,
  out: Uint8Array,
  emit: (frame: number, bytes: number) => void,
): void {
  const { inputs } = program;
  const next = Int32Array.from(inputs, (_, i) => nextBusy(program, state, i, tUs, counts, columns, 0));
  let frame = next.reduce((soonest, f) => Math.min(soonest, f), tUs.length);
  while (frame < tUs.length) {
    let soonest = tUs.length;
    let bytes = 0;
    for (let i = 0; i < next.length; i++) {
      if (next[i] === frame) {
        const count = counts[frame * columns + inputs[i].column];
        bytes = playInput(program, state, i, tUs[frame] & 0xffff, count, out, bytes);
        next[i] = nextBusy(program, state, i, tUs, counts, columns, frame + 1);
      }
      if (next[i] < soonest) soonest = next[i];
    }
    if (bytes > 0) emit(frame, bytes);
    frame = soonest;
  }
}

/** The first frame from `from` on that an input may not be passed over; the number of frames where there is none. */
function nextBusy(
  program: Program,
  state: State,
  i: number,
  tUs: Float64Array,
  counts: Uint16Array,
  columns: number,
  from: number,
): number {
  const base = i << program.bits;
  let frame = state.sleepFor[i] > 0 ? wakes(program, state, i, tUs, counts, columns, from) : from;
  const closed = state.settledClosed[i] > 0;
  const cell = closed ? state.ahead.closedCell : state.ahead.cell;
  const settled = closed ? state.settledClosed[i] : state.settledIn[i];
  if (settled === 0) return frame;
  let at = frame * columns + program.inputs[i].column;
  for (; frame < tUs.length && cell[base + counts[at]] === settled; at += columns) frame++;
  return frame;
}

/** Follows a sleeping input to where it wakes, or leaves its zone; one that wakes where it fell asleep is settled. */
function wakes(
  program: Program,
  state: State,
  i: number,
  tUs: Float64Array,
  counts: Uint16Array,
  columns: number,
  from: number,
): number {
  const { cell, zone } = state.ahead;
  const base = i << program.bits;
  const sleepFor = state.sleepFor[i];
  const sleepUs = state.sleepUs[i];
  const sleepZone = state.sleepZone[i];
  let frame = from;
  let at = from * columns + program.inputs[i].column;
  for (; frame < tUs.length; frame++, at += columns) {
    const place = base + counts[at];
    if (((tUs[frame] - sleepUs) & 0xffff) >= sleepFor) {
      if (cell[place] === state.sleepCell[i]) {
        state.held[program.inputs[i].firstLevel] = 0;
        state.sleepFor[i] = 0;
        state.settledIn[i] = state.sleepCell[i];
      }
      return frame;
    }
    if (zone[place] !== sleepZone) return frame;
  }
  return frame;
}

/** Whether an input has nothing to do at a place of the lookahead: settled in its cell, or asleep in its zone. */
function passedOver(state: State, ahead: Lookahead, i: number, at: number, t: number): boolean {
  if (ahead.cell[at] === state.settledIn[i] || ahead.closedCell[at] === state.settledClosed[i]) return true;
  return ((t - state.sleepUs[i]) & 0xffff) < state.sleepFor[i] && ahead.zone[at] === state.sleepZone[i];
}

/** The full arithmetic for one input; notes whether it may be passed over from here on. */
function playInput(
  program: Program,
  state: State,
  i: number,
  t: number,
  count: number,
  out: Uint8Array,
  bytes: number,
): number {
  const input = program.inputs[i];
  const { levels, gates, firstLevel, firstGate } = input;
  const { value, zone } = state.ahead;
  const zoneHere = zone[(i << program.bits) + count];
  let settled = true;
  for (let k = 0; k < levels.length; k++) {
    const n = firstLevel + k;
    if (state.held[n] === 1) {
      if (((t - state.sentUs[n]) & 0xffff) < levels[k].intervalUs) {
        settled = false;
        continue;
      }
      state.held[n] = 0;
    }
    if (value[(n << program.bits) + count] === state.sent[n]) continue;
    settled = false;
    bytes = changeLevel(levels[k], n, input, program.tableBits, state, t, count, out, bytes);
  }
  for (let k = 0; k < gates.length; k++) {
    const n = firstGate + k;
    if (!gateRests(state.gate[n], gates[k].sideMask, zoneHere))
      bytes = playGate(gates[k], n, input, state, t, count, out, bytes);
    settled &&= state.gate[n] !== GATE.attack;
  }
  rest(program, state, i, count, settled);
  return bytes;
}

/** Whether a gate has nothing to do in a zone of the lookahead; never in an unknown one. */
function gateRests(stage: number, sideMask: number, zone: number | undefined): boolean {
  if (zone === undefined || stage === GATE.attack) return false;
  const fed = zone > 1 && feeds(sideMask, zone < 4 ? 0 : 1);
  return stage === GATE.closed ? !(fed && (zone & 1) === 1) : fed;
}

/** Sends what a level reads, if it is another value than the one sent, and worth it. The level is not held. */
function changeLevel(
  level: LevelProgram,
  n: number,
  input: InputProgram,
  tableBits: number,
  state: State,
  t: number,
  count: number,
  out: Uint8Array,
  bytes: number,
): number {
  const side = sideOf(input, count);
  const response = feeds(level.sideMask, side)
    ? responseOf(input, tableBits, side, distanceOf(input, count))
    : input.table[0];
  const reads = stepOf(level.from, level.span, response);
  const sent = state.sent[n];
  if (reads === sent || !worthSending(level, state, n, reads, response)) return bytes;
  state.sent[n] = reads;
  state.sentAt[n] = response;
  state.sentUs[n] = t;
  state.held[n] = 1;
  return writeLevel(level, reads, sent, out, bytes);
}

/** Past the deadband, ends excepted. */
function worthSending(
  level: LevelProgram,
  state: State,
  n: number,
  value: number,
  response: number,
): boolean {
  if (state.sent[n] === UNSENT || value === level.from || value === level.from + level.span) return true;
  const moved = response > state.sentAt[n] ? response - state.sentAt[n] : state.sentAt[n] - response;
  return moved >= level.deadband;
}

/** Notes in which cell nothing can happen, and for how long only the zone matters. Counts past the converter: never. */
function rest(program: Program, state: State, i: number, count: number, settled: boolean): void {
  const { levels, gates, firstLevel, firstGate } = program.inputs[i];
  const at = (i << program.bits) + count;
  const known = count < 1 << program.bits;
  let closed = true;
  for (let k = 0; k < gates.length; k++) closed &&= state.gate[firstGate + k] === GATE.closed;
  state.settledIn[i] = known && settled && !closed ? state.ahead.cell[at] : 0;
  state.settledClosed[i] = known && settled && closed ? state.ahead.closedCell[at] : 0;
  let sleeps = known && levels.length === 1 && state.held[firstLevel] === 1;
  for (let k = 0; k < gates.length; k++) sleeps &&= state.gate[firstGate + k] !== GATE.attack;
  state.sleepFor[i] = sleeps ? levels[0].intervalUs : 0;
  if (!sleeps) return;
  state.sleepUs[i] = state.sentUs[firstLevel];
  state.sleepZone[i] = state.ahead.zone[at];
  const reads = state.ahead.value[(firstLevel << program.bits) + count];
  state.sleepCell[i] = reads === state.sent[firstLevel] ? state.ahead.cell[at] : 0;
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
  input: InputProgram,
  state: State,
  tUs: number,
  count: number,
  out: Uint8Array,
  bytes: number,
): number {
  const side = sideOf(input, count);
  const distance = feeds(gate.sideMask, side) ? distanceOf(input, count) : 0;
  const { on, off } = input.sides[side];
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
  state.settledIn.fill(0);
  state.settledClosed.fill(0);
  state.sleepFor.fill(0);
  return bytes;
}
