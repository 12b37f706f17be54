import { distanceOf, feeds, responseOf, sideOf, stepOf } from './level';
import type { InputProgram } from './program';

/**
 * The count axis cut where anything that an input decides would come out differently: an output's step, or a gate's
 * comparison. Within a cell a settled input does nothing, so `step` may pass over it; the board's runtime, which has
 * no room for this, does the full work and gives the same bytes.
 */
export interface Cells {
  /** First count of the cell that each count lies in; one entry a count that the converter can give. */
  low: Uint16Array<ArrayBuffer>;
  high: Uint16Array<ArrayBuffer>;
}

const cache = new WeakMap<InputProgram, Cells>();

/** The cells of an input; made once for each compiled input. */
export function cellsOf(input: InputProgram, tableBits: number, bits: number): Cells {
  let cells = cache.get(input);
  if (!cells) cache.set(input, (cells = makeCells(input, tableBits, bits)));
  return cells;
}

function makeCells(input: InputProgram, tableBits: number, bits: number): Cells {
  const size = 2 ** bits;
  const low = new Uint16Array(size);
  const high = new Uint16Array(size);
  const width = 2 + input.levels.length;
  let key = new Int32Array(width);
  let next = new Int32Array(width);
  let first = 0;
  decisions(input, tableBits, 0, key);
  for (let count = 1; count <= size; count++) {
    if (count < size) decisions(input, tableBits, count, next);
    if (count === size || next.some((v, i) => v !== key[i])) {
      low.fill(first, first, count);
      high.fill(count - 1, first, count);
      first = count;
      [key, next] = [next, key];
    }
  }
  return { low, high };
}

/** Everything that is decided from one count alone. */
function decisions(input: InputProgram, tableBits: number, count: number, into: Int32Array): void {
  const side = sideOf(input, count);
  const distance = distanceOf(input, count);
  const { on, off } = input.sides[side];
  const response = responseOf(input, tableBits, side, distance);
  const zone = distance < off ? 0 : distance < on ? 1 : 2;
  into[0] = zone;
  into[1] = zone === 0 ? 0 : side;
  input.levels.forEach((level, i) => {
    into[2 + i] = stepOf(level.from, level.span, feeds(level.sideMask, side) ? response : input.table[0]);
  });
}
