import type { Edges } from '../../signal/take';

/** Edges that come from a scan lie this near to its grid, share of its period. (Common practice, no source.) */
const OFF_GRID = 0.08;
/** Shortest period that is a scan and not the clock's own grain, µs; and the clock's grain that the engine keeps, µs. */
const LEAST_SCAN_US = 100;
export const CLOCK_US = 4;
/** Fewest gaps that tell. */
const LEAST_GAPS = 8;

/**
 * The time that two changes of contacts lie apart at least, µs: the period of the scan that found them, or {@link CLOCK_US} where
 * each was timed by itself.
 */
export function resolutionOf(all: readonly Edges[]): number {
  const gaps = all.flatMap(({ tUs }) =>
    Array.from(tUs.subarray(1), (t, i) => t - tUs[i]).filter((gap) => gap > 0),
  );
  if (gaps.length < LEAST_GAPS) return CLOCK_US;
  const period = Math.min(...gaps.slice(0, 5000));
  if (period < LEAST_SCAN_US) return CLOCK_US;
  // Short gaps tell: over long ones a little error of the period adds up.
  const short = gaps.filter((gap) => gap < 20 * period);
  const near = short.filter((gap) => Math.abs(gap / period - Math.round(gap / period)) < OFF_GRID);
  return near.length >= 0.95 * short.length ? period : CLOCK_US;
}
