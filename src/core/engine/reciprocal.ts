/** Steps of the table between half a turn of a word and a whole. */
const STEPS = 32;

/** 2^31 / m for m = 32768, 33792 … 65536; what does not fit a word is its highest. In C: firmware/cheironom_tables.h, made from them. */
export const RECIPROCALS: readonly number[] = Array.from({ length: STEPS + 1 }, (_, i) =>
  Math.min(65535, Math.round(2 ** 31 / (32768 + 1024 * i))),
);

/** Places by which a word is shifted so that its highest bit is set. @param n 1 … 65535 */
export function highestBit(n: number): number {
  let shift = 0;
  for (let m = n; m < 32768; m <<= 1) shift++;
  return shift;
}

/** 2^31 / m without a division, straight between the points of a table: at most 0.04 % off, and a unit. @param m 32768 … 65535 */
export function inverse(m: number): number {
  const index = (m >> 10) & 31;
  const above = RECIPROCALS[index];
  return above - (((above - RECIPROCALS[index + 1]) * ((m >> 2) & 255)) >> 8);
}

/**
 * 2^(31 − shift) / n, as {@link inverse} has it.
 * @param n 1 … 65535 @param shift 0 … 15: that of the least n whose result still fits a word; below it the result is 65535
 */
export function reciprocal(n: number, shift: number): number {
  const own = highestBit(n);
  return own > shift ? 65535 : inverse((n << own) & 0xffff) >> (shift - own);
}
