import { highestBit, inverse } from './reciprocal';

/** Angles in 65536ths of a turn: they wrap by themselves. */
export const TURN = 65536;
const QUARTER = TURN >> 2;
/** Steps of both tables from 0 to 45 degrees' tangent. */
const STEPS = 32;

/** atan(i/32), in 65536ths of a turn; and √(1 + (i/32)²) − 1, Q16. In C: firmware/cheironom_tables.h, made from them. */
export const ARC_TANGENTS: readonly number[] = Array.from({ length: STEPS + 1 }, (_, i) =>
  Math.round((TURN * Math.atan(i / STEPS)) / (2 * Math.PI)),
);
export const HYPOTENUSES: readonly number[] = Array.from({ length: STEPS + 1 }, (_, i) =>
  Math.round(65536 * (Math.hypot(1, i / STEPS) - 1)),
);

/** A point as its angle, in 65536ths of a turn, and its distance. */
export interface Polar {
  angle: number;
  length: number;
}

/** Straight between the points of a table. @param q 0 … 32768 */
function between(table: readonly number[], q: number): number {
  const index = q >> 10;
  if (index >= STEPS) return table[STEPS];
  return table[index] + (((table[index + 1] - table[index]) * ((q >> 2) & 255)) >> 8);
}

/**
 * atan2 and hypot without a division: in the first octant from tables, straight between their points, then turned. At most
 * 0.02 degrees off for lengths from 8192 on, and 0.05 % of the length.
 * @param x, y −46000 … 46000 @param into written, so that nothing is allocated
 */
export function polar(y: number, x: number, into: Polar): void {
  const across = y < 0 ? -y : y;
  const along = x < 0 ? -x : x;
  const [most, least] = across > along ? [across, along] : [along, across];
  if (most === 0) {
    into.angle = 0;
    into.length = 0;
    return;
  }
  const own = highestBit(most);
  const share = Math.floor(((least << own) * inverse(most << own)) / 65536);
  const q = share > 32768 ? 32768 : share;
  let angle = between(ARC_TANGENTS, q);
  if (across > along) angle = QUARTER - angle;
  if (x < 0) angle = 2 * QUARTER - angle;
  if (y < 0) angle = -angle;
  into.angle = angle & 0xffff;
  into.length = most + Math.floor((most * between(HYPOTENUSES, q)) / 65536);
}
