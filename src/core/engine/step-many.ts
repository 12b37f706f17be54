import { isPause, PAUSE_US, TICK_US, ticksAt, ticksSince } from './clock';
import { stepOf } from './level';
import { lookahead, type GateAhead, type LevelAhead } from './lookahead';
import type { GateProgram, InputProgram, LevelProgram, Program } from './program';
import { shifted, startUp } from './start-up';
import { GATE, type GateState, type InputState, type LevelState, type State } from './state';
import { playGate } from './gate';
import { playLevel, waits } from './send-level';
import { endTimers } from './step';

/** Counts that every input goes through in turn, so that what it reads stays in the cache. */
const BLOCK_COUNTS = 4096;
/** Frames at most, so that at 1 kHz no block is as long as a pause. */
const BLOCK_FRAMES = 500;

/** One input being followed. */
interface Lane {
  input: InputProgram;
  state: InputState;
  /** Highest count that was looked ahead for: 2^bits − 1. */
  top: number;
  levels: (LevelAhead & { level: LevelProgram; state: LevelState })[];
  gates: (GateAhead & { gate: GateProgram; state: GateState })[];
  /** The counts among which no gate has anything to do; none where high lies below low. */
  gatesLow: number;
  gatesHigh: number;
  /** The frame at which the first of its gates that hold off may change again. */
  gatesUntil: number;
}

/** The frames at hand, and what a block of them sent: a row of `program.maxBytes` for each of its frames. */
interface Desk {
  tUs: Float64Array;
  /** Time of the frame before the first of `tUs`, µs modulo 2^32. */
  beforeUs: number;
  counts: Uint16Array;
  columns: number;
  rows: Uint8Array;
  /** Whether any two frames of the block lie apart as a pause does. */
  pauses: boolean;
  /** Where each row is written to. */
  ends: Int32Array;
  /** A bit for each row that was written. */
  written: Int32Array;
}

/**
 * Same output and state as `step`, faster: each input skips to the next frame that can change its output.
 * @param columns width of a frame in `counts`
 * @param emit called for each frame that sent something, in order: its bytes stand from `from` up to `to` in `out`
 */
export function stepMany(
  program: Program,
  state: State,
  tUs: Float64Array,
  counts: Uint16Array,
  columns: number,
  emit: (frame: number, out: Uint8Array, from: number, to: number) => void,
): void {
  const { maxBytes } = program;
  const lanes = lanesOf(program, state);
  const block = Math.min(BLOCK_FRAMES, Math.ceil(BLOCK_COUNTS / columns));
  const rows = new Uint8Array(block * maxBytes);
  const ends = Int32Array.from({ length: block }, (_, row) => row * maxBytes);
  const written = new Int32Array(Math.ceil(block / 32));
  const desk: Desk = { tUs, beforeUs: state.lastUs, counts, columns, rows, ends, written, pauses: false };
  const discarded = Math.min(state.discard, tUs.length);
  state.discard -= discarded;
  for (let first = discarded; first < tUs.length; first += block) {
    const end = Math.min(first + block, tUs.length);
    desk.pauses = hasPause(tUs, first, end);
    for (const lane of lanes) follow(lane, desk, first, end);
    for (let word = 0; word < written.length; word++) {
      for (let bits = written[word]; bits !== 0; bits &= bits - 1) {
        const row = 32 * word + 31 - Math.clz32(bits & -bits);
        const from = row * maxBytes;
        emit(first + row, rows, from, ends[row]);
        ends[row] = from;
      }
      written[word] = 0;
    }
  }
  if (tUs.length > 0) state.lastUs = tUs[tUs.length - 1] >>> 0;
}

/** Whether two frames from `first` to before `end` lie apart as a pause does, or further. */
function hasPause(tUs: Float64Array, first: number, end: number): boolean {
  if (tUs[end - 1] - tUs[first] < PAUSE_US) return false;
  for (let i = first + 1; i < end; i++) if (tUs[i] - tUs[i - 1] >= PAUSE_US) return true;
  return false;
}

function lanesOf(program: Program, state: State): Lane[] {
  const ahead = lookahead(program);
  return program.inputs.map((input, i) => ({
    input,
    state: state.inputs[i],
    top: 2 ** program.bits - 1,
    levels: input.levels.map((level, k) => ({
      level,
      state: state.inputs[i].levels[k],
      ...ahead[i].levels[k],
    })),
    gates: input.gates.map((gate, k) => ({ gate, state: state.inputs[i].gates[k], ...ahead[i].gates[k] })),
    gatesLow: 0,
    gatesHigh: -1,
    gatesUntil: 0,
  }));
}

/** Plays one input over the frames of a block until its power-up is over. @returns the first frame after that */
function followStartUp(lane: Lane, desk: Desk, first: number, end: number): number {
  const { tUs, counts, columns, rows, ends } = desk;
  const { input, state } = lane;
  let frame = first;
  for (; frame < end && !state.zero.done; frame++) {
    if (isPause(frame === 0 ? desk.beforeUs : tUs[frame - 1], tUs[frame])) endTimers(state);
    const raw = counts[frame * columns + input.column];
    if (!startUp(input, state, raw)) continue;
    const count = shifted(raw, state.zero.shift);
    const t = ticksAt(tUs[frame]);
    const row = frame - first;
    let bytes = ends[row];
    for (const { level, state: s, heard } of lane.levels)
      if (!waits(level, s, t)) bytes = playLevel(level, s, t, heard[Math.min(count, lane.top)], rows, bytes);
    sent(desk, row, followGates(lane, desk, frame, end, count, bytes));
  }
  return frame;
}

/** Notes how far a row is written. */
function sent({ ends, written }: Desk, row: number, end: number): void {
  if (end === ends[row]) return;
  ends[row] = end;
  written[row >> 5] |= 1 << (row & 31);
}

/**
 * Plays one input over the frames of a block, levels before gates: a frame on each, then on past all the frames in which
 * none has anything to do. (In one piece, with its bounds in local variables: this is the hot loop.)
 */
function follow(lane: Lane, desk: Desk, first: number, end: number): void {
  const { tUs, counts, columns, rows, ends, pauses } = desk;
  const { input, levels, top } = lane;
  const { column } = input;
  const began = lane.state.zero.done ? first : followStartUp(lane, desk, first, end);
  const { shift } = lane.state.zero;
  let at = began * columns + column;
  for (let frame = began; frame < end; frame = (at - column) / columns) {
    if (frame === first || pauses) {
      if (isPause(frame === 0 ? desk.beforeUs : tUs[frame - 1], tUs[frame])) endTimers(lane.state);
    }
    const count = shifted(counts[at], shift);
    const seen = count > top ? top : count;
    const t = ticksAt(tUs[frame]);
    const row = frame - first;
    let bytes = ends[row];
    // The counts among which no level has anything to do before frame `until`.
    let low = 0;
    let high = 65535;
    let until = end;
    for (let k = 0; k < levels.length; k++) {
      const l = levels[k];
      const { level, state } = l;
      if (!waits(level, state, t)) bytes = playLevel(level, state, t, l.heard[seen], rows, bytes);
      if (state.held) {
        until = heldUntil(desk, frame, until, state.since, level.intervalTicks);
      } else if (stepOf(level.from, level.span, l.heard[seen]) === state.sent) {
        if (l.low[seen] > low) low = l.low[seen];
        if (l.high[seen] < high) high = l.high[seen];
      } else {
        until = frame;
      }
    }
    if (count < lane.gatesLow || count > lane.gatesHigh || frame >= lane.gatesUntil)
      bytes = followGates(lane, desk, frame, end, count, bytes);
    if (lane.gatesUntil < until) until = lane.gatesUntil;
    if (bytes !== ends[row]) sent(desk, row, bytes);
    if (lane.gatesLow > low) low = lane.gatesLow;
    const room = (lane.gatesHigh < high ? lane.gatesHigh : high) - low;
    const lowest = low + shift;
    const past = until * columns;
    for (at += columns; at < past; at += columns) if ((counts[at] - lowest) >>> 0 > room) break;
  }
}

/** The frame, `until` at most, at which a timer of so many ticks that runs at `frame` has ended. */
function heldUntil(desk: Desk, frame: number, until: number, since: number, ticks: number): number {
  const { tUs, pauses } = desk;
  const waits = ticks - ticksSince(since, ticksAt(tUs[frame]));
  const endUs = TICK_US * (Math.floor(tUs[frame] / TICK_US) + waits);
  let held = frame + 1;
  while (held < until && tUs[held] < endUs && !(pauses && isPause(tUs[held - 1], tUs[held]))) held++;
  return held;
}

/** Plays a frame on every gate, and finds where, and from which frame on, one has anything more to do. */
function followGates(
  lane: Lane,
  desk: Desk,
  frame: number,
  end: number,
  count: number,
  bytes: number,
): number {
  const t = ticksAt(desk.tUs[frame]);
  lane.gatesLow = 0;
  lane.gatesHigh = 65535;
  lane.gatesUntil = Infinity;
  for (const { gate, state, onLow, onHigh, offLow, offHigh } of lane.gates) {
    bytes = playGate(gate, state, lane.input, t, count, desk.rows, bytes);
    if (state.stage === GATE.attack) {
      lane.gatesHigh = -1;
    } else if (state.running) {
      const until = heldUntil(desk, frame, end, state.since, gate.holdOffTicks);
      if (until < lane.gatesUntil) lane.gatesUntil = until;
    } else if (state.stage === GATE.closed) {
      lane.gatesLow = Math.max(lane.gatesLow, onLow + 1);
      lane.gatesHigh = Math.min(lane.gatesHigh, onHigh - 1);
    } else if (count >= offHigh) {
      lane.gatesLow = Math.max(lane.gatesLow, offHigh);
    } else {
      lane.gatesHigh = Math.min(lane.gatesHigh, offLow);
    }
  }
  return bytes;
}
