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
  /** The same while every gate is closed: short of on, off does not matter. */
  closedCell: Uint16Array<ArrayBuffer>;
  /** As far as gates alone can tell counts apart: 1 short of off, else 2 or 3 up, 4 or 5 down: short of on, or not. */
  zone: Uint8Array<ArrayBuffer>;
  /** Step of level n (numbered across the program) at count c, at n · 2^bits + c. */
  value: Uint16Array<ArrayBuffer>;
}

const cache = new WeakMap<Program, Lookahead>();

/** The lookahead of a program; made once for each. */
export function lookaheadOf(program: Program): Lookahead {
  let made = cache.get(program);
  if (!made) {
    const size = program.inputs.length * 2 ** program.bits;
    const levels = program.inputs.reduce((n, input) => n + input.levels.length, 0);
    made = {
      cell: new Uint16Array(size),
      closedCell: new Uint16Array(size),
      zone: new Uint8Array(size),
      value: new Uint16Array(levels * 2 ** program.bits),
    };
    program.inputs.forEach((input, i) => fill(made!, input, i, program));
    cache.set(program, made);
  }
  return made;
}

function fill(into: Lookahead, input: InputProgram, i: number, { bits, tableBits }: Program): void {
  const size = 2 ** bits;
  let before: number[] = [];
  let cell = 0;
  let closedCell = 0;
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
    const read = now.some((v, k) => k > 0 && v !== before[k]) || count === 0;
    if (read || zone !== before[0]) cell++;
    if (read || opens(zone) !== opens(before[0])) closedCell++;
    into.cell[i * size + count] = cell;
    into.closedCell[i * size + count] = closedCell;
    into.zone[i * size + count] = zone;
    for (let k = 1; k < now.length; k++) into.value[(input.firstLevel + k - 1) * size + count] = now[k];
    before = now;
  }
}

/** Which side's "on" a zone has reached: 3 or 5, or 0 for neither. */
const opens = (zone: number): number => (zone === 3 || zone === 5 ? zone : 0);
