import { median } from '../../signal/quantile';

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

/** Shorter is no touch, a shorter gap does not end one, µs. (Common practice, no source.) */
const LEAST_US = 40_000;
const GAP_US = 30_000;
/** What is left out at both ends of a touch, in which the finger lands and lifts, µs. */
const EDGE_US = 25_000;

/** The touches of a take: stretches at `on` counts from rest or more. */
export function placedTouches(
  take: { id: string; tUs: ArrayLike<number>; counts: ArrayLike<number> },
  rest: number,
  on: number,
): PlacedTouch[] {
  const { id, tUs, counts } = take;
  const found: PlacedTouch[] = [];
  let first = -1;
  let last = -1;
  const end = () => {
    if (first >= 0 && tUs[last] - tUs[first] >= LEAST_US) {
      const inner: number[] = [];
      for (let i = first; i <= last; i++)
        if (tUs[i] - tUs[first] >= EDGE_US && tUs[last] - tUs[i] >= EDGE_US / 2) inner.push(counts[i]);
      const level = inner.length > 0 ? median(inner) : counts[(first + last) >> 1];
      found.push({ take: id, fromUs: tUs[first], toUs: tUs[last], from: first, to: last, level });
    }
    first = -1;
  };
  for (let i = 0; i < counts.length; i++) {
    if (first >= 0 && tUs[i] - tUs[last] > GAP_US) end();
    if (Math.abs(counts[i] - rest) < on) continue;
    if (first < 0) first = i;
    last = i;
  }
  end();
  return found;
}
