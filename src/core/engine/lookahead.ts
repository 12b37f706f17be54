import { distanceOf, feeds, responseOf, sideOf, stepOf } from './level';
import type { InputProgram, Program } from './program';

/**
 * What each possible count comes to, worked out once: `step` passes over an input while it stays in a cell where it
 * has nothing to do, and does the arithmetic otherwise. The board, which has no room for this, does the arithmetic
 * every time and gives the same bytes. Arrays are flat: input i at count c stands at i · 2^bits + c.
 */
export interface Lookahead {
  /** Number of the cell, 1 …: counts of one cell give the same step to every level and the same zone to every gate. */
  cell: Uint16Array<ArrayBuffer>;
  /** Number of the zone, 1 …: as far as gates alone can tell counts apart. */
  zone: Uint8Array<ArrayBuffer>;
}

const cache = new WeakMap<Program, Lookahead>();

/** The lookahead of a program; made once for each. */
export function lookaheadOf(program: Program): Lookahead {
  let made = cache.get(program);
  if (!made) {
    const size = program.inputs.length * 2 ** program.bits;
    made = { cell: new Uint16Array(size), zone: new Uint8Array(size) };
    program.inputs.forEach((input, i) => fill(made!, input, i, program));
    cache.set(program, made);
  }
  return made;
}

function fill(into: Lookahead, input: InputProgram, i: number, { bits, tableBits }: Program): void {
  const size = 2 ** bits;
  let before: number[] = [];
  let cell = 0;
  for (let count = 0; count < size; count++) {
    const side = sideOf(input, count);
    const distance = distanceOf(input, count);
    const response = responseOf(input, tableBits, side, distance);
    const { on, off } = input.sides[side];
    const zone = distance < off ? 1 : (distance < on ? 2 : 3) + 2 * side;
    const now = [
      zone,
      ...input.levels.map((l) => stepOf(l.from, l.span, feeds(l.sideMask, side) ? response : input.table[0])),
    ];
    if (now.some((v, k) => v !== before[k])) cell++;
    into.cell[i * size + count] = cell;
    into.zone[i * size + count] = zone;
    before = now;
  }
}
