import { feeds, stepOf } from './level';
import type { GateProgram, InputProgram, LevelProgram, Program } from './program';
import { heardBy } from './send-level';

/** What each possible count comes to for a level: arrays of 2^bits. The board, which has no room for it, does without. */
export interface LevelAhead {
  /** What it hears, Q15. */
  heard: Uint16Array<ArrayBuffer>;
  /** The lowest and highest count of those around that read the same value. */
  low: Uint16Array<ArrayBuffer>;
  high: Uint16Array<ArrayBuffer>;
}

/** The counts nearest to rest, below and above it, that reach a gate's thresholds; beyond all counts on a side that does not feed it. */
export interface GateAhead {
  onLow: number;
  onHigh: number;
  offLow: number;
  offHigh: number;
}

interface InputAhead {
  levels: LevelAhead[];
  gates: GateAhead[];
}

const cache = new WeakMap<Program, InputAhead[]>();

/** The lookahead of a program's inputs; made once for each program. */
export function lookahead(program: Program): InputAhead[] {
  let made = cache.get(program);
  if (!made) {
    made = program.inputs.map((input) => ({
      levels: input.levels.map((level) => levelAhead(level, input, program)),
      gates: input.gates.map((gate) => gateAhead(gate, input)),
    }));
    cache.set(program, made);
  }
  return made;
}

function levelAhead(level: LevelProgram, input: InputProgram, { bits, tableBits }: Program): LevelAhead {
  const size = 2 ** bits;
  const heard = Uint16Array.from({ length: size }, (_, count) => heardBy(level, input, tableBits, count));
  const low = new Uint16Array(size);
  const high = new Uint16Array(size);
  const reads = (count: number) => stepOf(level.from, level.span, heard[count]);
  for (let first = 0, next = 0; first < size; first = next) {
    while (next < size && reads(next) === reads(first)) next++;
    low.fill(first, first, next);
    high.fill(next - 1, first, next);
  }
  return { heard, low, high };
}

function gateAhead(gate: GateProgram, { rest, falling, sides }: InputProgram): GateAhead {
  const at = (threshold: 'on' | 'off', side: 0 | 1) =>
    feeds(gate.sideMask, side) ? sides[side][threshold] : 65536;
  return {
    onLow: rest - at('on', falling ? 0 : 1),
    onHigh: rest + at('on', falling ? 1 : 0),
    offLow: rest - at('off', falling ? 0 : 1),
    offHigh: rest + at('off', falling ? 1 : 0),
  };
}
