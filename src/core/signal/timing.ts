import { quantileSorted } from './quantile';

/** How evenly frames arrive. */
export interface Timing {
  /** Median period, µs. */
  periodUs: number;
  /** Frames a second by the median period. */
  rateHz: number;
  /** p95 − p5 of the periods, µs. */
  jitterUs: number;
  /** Periods over three medians: freezes. */
  gaps: number;
  /** Frames with the same time as the one before. */
  duplicates: number;
}

/**
 * @param tUs times of frames, µs, never falling
 * @returns null for fewer than two distinct times
 */
export function timingOf(tUs: ArrayLike<number>): Timing | null {
  const periods: number[] = [];
  let duplicates = 0;
  for (let i = 1; i < tUs.length; i++) {
    const period = tUs[i] - tUs[i - 1];
    if (period > 0) periods.push(period);
    else duplicates++;
  }
  if (periods.length === 0) return null;
  const sorted = Float64Array.from(periods).sort();
  const periodUs = quantileSorted(sorted, 0.5);
  return {
    periodUs,
    rateHz: 1e6 / periodUs,
    jitterUs: quantileSorted(sorted, 0.95) - quantileSorted(sorted, 0.05),
    gaps: periods.filter((p) => p > 3 * periodUs).length,
    duplicates,
  };
}
