import { quantileSorted } from '../signal/quantile';

/** Beyond these, something moved: the middle 90 % of the first half second, widened tenfold and by four counts. */
export function stillness(counts: number[]): { low: number; high: number } {
  const sorted = Float64Array.from(counts).sort();
  const middle = quantileSorted(sorted, 0.5);
  const spread = quantileSorted(sorted, 0.95) - quantileSorted(sorted, 0.05);
  return { low: middle - 5 * spread - 4, high: middle + 5 * spread + 4 };
}
