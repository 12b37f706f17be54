import { median } from './quantile';
import { theilSenSlope } from './theil-sen';

/** y = slope · x + intercept. */
export interface Line {
  slope: number;
  intercept: number;
}

/**
 * A line through points by the median of the slopes of all pairs, and the median of what is left (Sen 1968): one wrong point of five or more hardly moves it.
 * @param x, y lists of the same length @returns null for fewer than two distinct x
 */
export function robustLine(x: readonly number[], y: readonly number[]): Line | null {
  const slope = theilSenSlope(x, y);
  return slope === null ? null : { slope, intercept: median(y.map((v, i) => v - slope * x[i])) };
}
