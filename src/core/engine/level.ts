import { ONE } from '../shape/table';
import { SIDE_DOWN, SIDE_UP, type InputProgram } from './program';
import { shareOf } from './scale';

/** Which side of rest a count lies on: 0 up, 1 down. Rest itself counts as up. */
export function sideOf(input: InputProgram, count: number): 0 | 1 {
  if (count >= input.rest) return input.falling && count > input.rest ? 1 : 0;
  return input.falling ? 0 : 1;
}

/** Distance from rest on that side, counts; 0 on a side that is not there. */
export function distanceOf(input: InputProgram, side: 0 | 1, count: number): number {
  if (input.sides[side].span === 0) return 0;
  return count >= input.rest ? count - input.rest : input.rest - count;
}

/** The response at a distance from rest: Q15, 0 … 32768. */
export function responseOf(input: InputProgram, tableBits: number, side: 0 | 1, distance: number): number {
  const s = input.sides[side];
  const table = input.table;
  if (s.span === 0 || distance <= s.dead) return table[0];
  const share = shareOf(s, distance - s.dead);
  if (share >= ONE) return table[table.length - 1];
  const index = share >> (15 - tableBits);
  const fraction = (share << (tableBits + 1)) & 0xffff;
  const y = table[index];
  return y + (((table[index + 1] - y) * fraction + 32768) >>> 16);
}

/** Whether a side feeds what has this mask. */
export const feeds = (mask: number, side: 0 | 1): boolean =>
  (mask & (side === 0 ? SIDE_UP : SIDE_DOWN)) !== 0;

/** A Q15 share as a step of an output range, rounded half up. @param span2 2 × (to − from) */
export const stepOf = (from: number, span2: number, share: number): number =>
  from + ((share * span2 + 32768) >>> 16);
