/** A line through pairs of samples by least squares, y over x. */
export interface Regression {
  /** Pearson's correlation, −1 … 1; 0 where one of them does not vary. */
  r: number;
  /** Slope, units of y a unit of x; 0 where x does not vary. */
  gain: number;
  /** Variance of y, squared units, over all n. */
  variance: number;
}

/**
 * The regression of one list on another, over every `stride`-th of their entries.
 * @param x, y lists of the same length @param from, to entries from one up to and without the other; `to` above `from`
 */
export function regressionOf(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
  from: number,
  to: number,
  stride: number,
): Regression {
  let [sx, sy, sxx, syy, sxy, n] = [0, 0, 0, 0, 0, 0];
  // From the first pair on, so that large counts lose no digits.
  const [x0, y0] = [x[from], y[from]];
  for (let i = from; i < to; i += stride, n++) {
    const dx = x[i] - x0;
    const dy = y[i] - y0;
    sx += dx;
    sy += dy;
    sxx += dx * dx;
    syy += dy * dy;
    sxy += dx * dy;
  }
  const [vx, vy, cov] = [sxx - (sx * sx) / n, syy - (sy * sy) / n, sxy - (sx * sy) / n];
  const varies = vx > 0 && vy > 0;
  return { r: varies ? cov / Math.sqrt(vx * vy) : 0, gain: vx > 0 ? cov / vx : 0, variance: vy / n };
}
