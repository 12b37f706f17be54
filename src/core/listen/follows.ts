import type { HeardLane } from './heard';

/** How one lane goes with another: correlation of their levels (Pearson), and counts of the second a count of the first. */
export interface GoesWith {
  r: number;
  gain: number;
}

/** Samples that are compared, at most. */
const MOST_SAMPLES = 8000;

/** How a lane goes with another, over the whole recording; nothing where one of them does not move. */
export function goesWith(other: HeardLane, lane: HeardLane): GoesWith {
  const n = other.counts.length;
  const stride = Math.max(1, Math.ceil(n / MOST_SAMPLES));
  let [sx, sy, sxx, syy, sxy, m] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < n; i += stride, m++) {
    const x = other.counts[i];
    const y = lane.counts[i];
    sx += x;
    sy += y;
    sxx += x * x;
    syy += y * y;
    sxy += x * y;
  }
  const vx = sxx - (sx * sx) / m;
  const vy = syy - (sy * sy) / m;
  const cov = sxy - (sx * sy) / m;
  return vx <= 0 || vy <= 0 ? { r: 0, gain: 0 } : { r: cov / Math.sqrt(vx * vy), gain: cov / vx };
}

/** Correlation from which a lane only repeats another. */
export const REPEATS = 0.9;
/** A copy is at least so much of what it copies, and no more than this; less is crosstalk, which keeps a rest of its own. */
const LEAST_COPY = 0.5;
const MOST_COPY = 1.15;
/** Share of the full scale that the one before must move, so that there is something to copy. */
const MOVES = 0.05;

/**
 * Whether an input only repeats the one that is read before it: an open pin keeps that one's charge in the sample-and-hold
 * (handbook 3).
 */
export function follows(before: HeardLane, lane: HeardLane, fullScale: number): boolean {
  if (before.excursion < MOVES * fullScale || lane.excursion < LEAST_COPY * before.excursion) return false;
  const { r, gain } = goesWith(before, lane);
  return r > REPEATS && gain > LEAST_COPY && gain < MOST_COPY;
}
