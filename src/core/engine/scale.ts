import { ONE } from '../shape/table';
import type { SCALE } from './records';
import type { Of } from './struct';

export type Scale = Of<typeof SCALE>;
export const NO_SCALE: Scale = { span: 0, factor: 0, mul: 0 };

/**
 * The scale for a span of counts.
 * @param span 1 … 65535, integer; 0 gives the scale of an absent side
 * @throws RangeError outside that
 */
export function scaleOf(span: number): Scale {
  if (!Number.isInteger(span) || span < 0 || span > 65535)
    throw new RangeError(`scaleOf: a span of 0 … 65535 counts is required, got ${span}`);
  if (span === 0) return NO_SCALE;
  let factor = 1;
  while (span * factor <= 32768) factor *= 2;
  return { span, factor: factor & 0xffff, mul: Math.floor(2 ** 31 / (span * factor)) };
}

/**
 * Share of the span, Q15: 0 at x = 0, exactly 32768 at x ≥ span, never above the true share and at most four units
 * below it between; never falls as x rises. It is x·factor·mul / 65536 from the three larger of the four partial
 * products of bytes, each cut off, since that is what an 8-bit multiplier does in few cycles.
 * @param x 0 … 65535
 */
export function shareOf(s: Scale, x: number): number {
  if (x >= s.span) return ONE;
  const scaled = x * s.factor;
  const high = scaled >> 8;
  const mulHigh = s.mul >> 8;
  return high * mulHigh + (((scaled & 0xff) * mulHigh) >> 8) + ((high * (s.mul & 0xff)) >> 8);
}

/** A Q15 share as a step of an output range, rounded half up. @param span to − from, 0 … 16383 */
export const stepOf = (from: number, span: number, share: number): number =>
  from + ((share * span + 16384) >> 15);
