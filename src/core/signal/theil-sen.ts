import { median } from './quantile';

/**
 * Theil–Sen slope: the median of the slopes of all pairs (Sen, J. Am. Stat. Assoc. 63, 1968). Pairs with equal x are
 * left out. Work grows with the square of the number of points; give it medians, not samples.
 * @returns slope, units of y per unit of x, or null for fewer than two distinct x
 */
export function theilSenSlope(x: readonly number[], y: readonly number[]): number | null {
  const slopes: number[] = [];
  for (let i = 0; i < x.length; i++)
    for (let j = i + 1; j < x.length; j++) if (x[i] !== x[j]) slopes.push((y[j] - y[i]) / (x[j] - x[i]));
  return slopes.length === 0 ? null : median(slopes);
}
