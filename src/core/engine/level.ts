import { ONE } from '../shape/table';
import { SIDE_DOWN, SIDE_UP, type InputProgram } from './program';
import { shareOf } from './scale';

/** Which side of rest a count lies on: 0 up, 1 down. Rest itself counts as up. */
export function sideOf(input: InputProgram, count: number): 0 | 1 {
  if (count >= input.rest) return input.falling && count > input.rest ? 1 : 0;
  return input.falling ? 0 : 1;
}

/** Distance from rest, counts. */
export const distanceOf = (input: InputProgram, count: number): number =>
  count >= input.rest ? count - input.rest : input.rest - count;

/** The response at a distance from rest: Q15, 0 … 32768. */
export function responseOf(input: InputProgram, tableBits: number, side: 0 | 1, distance: number): number {
  const s = input.sides[side];
  const table = input.table;
  if (distance <= s.dead) return table[0];
  const share = shareOf(s, distance - s.dead);
  if (share === ONE) return table[table.length - 1];
  const index = share >> (15 - tableBits);
  const fraction = ((share << (tableBits + 1)) >> 8) & 0xff;
  const y = table[index];
  return y + (((table[index + 1] - y) * fraction + 128) >> 8);
}

/** Whether a side feeds what has this mask. */
export const feeds = (mask: number, side: 0 | 1): boolean =>
  (mask & (side === 0 ? SIDE_UP : SIDE_DOWN)) !== 0;

/** A Q15 share as a step of an output range, rounded half up. @param span to − from, 0 … 16383 */
export const stepOf = (from: number, span: number, share: number): number =>
  from + ((share * span + 16384) >> 15);
