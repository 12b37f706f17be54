import { firstReading } from './stairs';

/** A value that jumps is kept until its level is this share of the way past where it jumps, up and down, or half the way to the next jump. */
const KEPT = 0.03;

/**
 * Stairs of a value that jumps: it stands at its floor below the first share, at its top from the last on, and evenly between. They lie on each other where it jumps.
 * @param at shares of the curve, rising, over 0 @param steps from floor to top, 1 … 127, no fewer than the shares
 */
export function jumpStairs(curve: (x: number) => number, at: readonly number[], steps: number): number[] {
  return at.flatMap((share, k) => {
    const x = firstReading((own) => (curve(own) >= share ? 1 : 0), 1);
    const entry = Math.min(65535, Math.max(0, Math.ceil(x * 65536) - 1));
    const upTo = (n: number) => Math.round((steps * n) / at.length);
    return new Array<number>(upTo(k + 1) - upTo(k)).fill(entry);
  });
}

/**
 * Counts by which such a value is kept past where it jumps. @param begins distances at which it jumps, rising; equal ones stand once @param dead, span of the side, counts
 */
export function keptPast(begins: readonly number[], dead: number, span: number): number {
  const gaps = begins.map((begin, i) => begin - (i === 0 ? dead : begins[i - 1]));
  // The last is reached before the way ends.
  const room = dead + span - begins[begins.length - 1];
  return Math.max(0, Math.min(255, Math.round(KEPT * span), room, ...gaps.map((gap) => gap >> 1)));
}
