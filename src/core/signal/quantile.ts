/**
 * Quantile of sorted values, linear between order statistics (Hyndman & Fan, Am. Stat. 50, 1996, type 7).
 * @param sorted ascending, one value or more
 * @param p 0 … 1
 */
export function quantileSorted(sorted: ArrayLike<number>, p: number): number {
  if (sorted.length === 0) throw new RangeError('quantileSorted: one value or more required, got none');
  const at = (sorted.length - 1) * Math.min(1, Math.max(0, p));
  const low = Math.floor(at);
  const high = Math.min(sorted.length - 1, low + 1);
  return sorted[low] + (sorted[high] - sorted[low]) * (at - low);
}

/** Quantile (type 7) of values in any order; they are not changed. */
export const quantile = (values: ArrayLike<number>, p: number): number =>
  quantileSorted(Float64Array.from(values).sort(), p);

/** Median; the mean of the two middle values where their number is even. */
export const median = (values: ArrayLike<number>): number => quantile(values, 0.5);

/** Least and greatest of values, without the limit that spread arguments have; ±∞ of none. */
export function extremesOf(values: ArrayLike<number>): { least: number; greatest: number } {
  let least = Infinity;
  let greatest = -Infinity;
  for (let i = 0; i < values.length; i++) {
    if (values[i] < least) least = values[i];
    if (values[i] > greatest) greatest = values[i];
  }
  return { least, greatest };
}
