import { median } from '../../signal/quantile';
import { stretchesOf } from '../touch/stretches';

/** One touch, held in one place or slid along. */
export interface PlacedTouch {
  take: string;
  fromUs: number;
  toUs: number;
  /** Frames, the last included. */
  from: number;
  to: number;
  /** Median count of its middle, without its first and last moments. */
  level: number;
}

/** Shorter is no touch that tells a place, µs: no more would be left of it than its ends. (Common practice, no source.) */
export const LEAST_PLACED_US = 40_000;
/** What is left out at both ends of a touch, in which the finger lands and lifts, µs. */
const EDGE_US = 25_000;

/** The touches of a take: stretches at `on` counts from rest or more. */
export function placedTouches(
  take: { id: string; tUs: ArrayLike<number>; counts: ArrayLike<number> },
  rest: number,
  on: number,
): PlacedTouch[] {
  const { id, tUs, counts } = take;
  return stretchesOf(tUs, (i) => Math.abs(counts[i] - rest) >= on, LEAST_PLACED_US).map((stretch) => {
    const { first: from, last: to, fromUs, toUs } = stretch;
    const inner: number[] = [];
    for (let i = from; i <= to; i++)
      if (tUs[i] - fromUs >= EDGE_US && toUs - tUs[i] >= EDGE_US / 2) inner.push(counts[i]);
    const level = inner.length > 0 ? median(inner) : counts[(from + to) >> 1];
    return { take: id, fromUs, toUs, from, to, level };
  });
}
