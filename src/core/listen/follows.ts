import type { HeardLane } from './heard';

/** Least correlation of changes, and least share of them, from which a lane is a copy of the one before it. */
const CORRELATION = 0.9;
const LEAST_GAIN = 0.25;
/** Share of the full scale that the one before must move, so that there is something to copy. */
const MOVES = 0.05;
/** Samples that are compared, at most. */
const MOST_SAMPLES = 20_000;

/**
 * Whether an input only repeats the one that is read before it: an open pin keeps that one's charge in the sample-and-hold
 * (handbook 3). Levels are correlated (Pearson), since the copy is there at rest and in motion.
 */
export function follows(before: HeardLane, lane: HeardLane, fullScale: number): boolean {
  if (before.excursion < MOVES * fullScale || lane.excursion < LEAST_GAIN * before.excursion) return false;
  const n = before.counts.length;
  const stride = Math.max(1, Math.ceil(n / MOST_SAMPLES));
  let [sx, sy, sxx, syy, sxy, m] = [0, 0, 0, 0, 0, 0];
  for (let i = 0; i < n; i += stride, m++) {
    const x = before.counts[i];
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
  if (vx <= 0 || vy <= 0) return false;
  return cov / Math.sqrt(vx * vy) > CORRELATION && cov / vx > LEAST_GAIN;
}
