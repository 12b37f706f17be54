import { ONE } from '../shape/table';
import type { Scale } from './program';

export const NO_SCALE: Scale = { span: 0, shift: 0, mul: 0 };

/**
 * The scale for a span of counts.
 * @param span 1 … 65535, integer; 0 gives the scale of an absent side
 * @throws RangeError outside that
 */
export function scaleOf(span: number): Scale {
  if (!Number.isInteger(span) || span < 0 || span > 65535)
    throw new RangeError(`scaleOf: a span of 0 … 65535 counts is required, got ${span}`);
  if (span === 0) return NO_SCALE;
  let shift = 0;
  while (span << shift <= 32768) shift++;
  return { span, shift, mul: Math.floor(2 ** 31 / (span << shift)) };
}

/**
 * Share of the span, Q15, rounded down: 0 at x = 0, exactly 32768 at x ≥ span, at most two units low between.
 * @param x 0 … 65535
 */
export const shareOf = (s: Scale, x: number): number => (x >= s.span ? ONE : ((x << s.shift) * s.mul) >>> 16);
