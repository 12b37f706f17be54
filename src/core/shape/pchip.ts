/**
 * Monotone piecewise cubic Hermite interpolation (Fritsch & Carlson, SIAM J. Numer. Anal. 17, 1980), with the
 * weighted harmonic mean of Fritsch & Butland (1984) inside and the three-point, shape-preserving ends, which is the
 * variant known as PCHIP. Never overshoots: monotone data give a monotone curve.
 *
 * @param x knots, strictly rising, two or more
 * @param y values, same length
 * @returns the interpolant on [x[0], x[last]]; outside it the end cubic is extended, so clamp before calling
 * @throws RangeError on fewer than two knots, unequal lengths, or knots that do not rise
 */
export function pchip(x: readonly number[], y: readonly number[]): (at: number) => number {
  const n = x.length;
  if (n < 2 || y.length !== n)
    throw new RangeError(`pchip: two knots or more required, got ${n} and ${y.length}`);
  const h = new Array<number>(n - 1);
  const slope = new Array<number>(n - 1);
  for (let i = 0; i < n - 1; i++) {
    h[i] = x[i + 1] - x[i];
    if (!(h[i] > 0)) throw new RangeError(`pchip: knots must rise, knot ${i + 1} does not`);
    slope[i] = (y[i + 1] - y[i]) / h[i];
  }
  const d = derivatives(h, slope);
  return (at) => {
    const i = segment(x, at);
    const t = (at - x[i]) / h[i];
    const u = 1 - t;
    return (
      y[i] * (1 + 2 * t) * u * u +
      h[i] * d[i] * t * u * u +
      y[i + 1] * t * t * (3 - 2 * t) -
      h[i] * d[i + 1] * t * t * u
    );
  };
}

function derivatives(h: number[], slope: number[]): number[] {
  const n = h.length + 1;
  if (n === 2) return [slope[0], slope[0]];
  const d = new Array<number>(n);
  d[0] = endDerivative(h[0], h[1], slope[0], slope[1]);
  d[n - 1] = endDerivative(h[n - 2], h[n - 3], slope[n - 2], slope[n - 3]);
  for (let i = 1; i < n - 1; i++) {
    if (slope[i - 1] * slope[i] <= 0) d[i] = 0;
    else {
      const w1 = 2 * h[i] + h[i - 1];
      const w2 = h[i] + 2 * h[i - 1];
      d[i] = (w1 + w2) / (w1 / slope[i - 1] + w2 / slope[i]);
    }
  }
  return d;
}

/** Three-point end formula, cut back where it would break the shape. */
function endDerivative(h0: number, h1: number, s0: number, s1: number): number {
  const d = ((2 * h0 + h1) * s0 - h0 * s1) / (h0 + h1);
  if (Math.sign(d) !== Math.sign(s0)) return 0;
  if (Math.sign(s0) !== Math.sign(s1) && Math.abs(d) > 3 * Math.abs(s0)) return 3 * s0;
  return d;
}

/** Index of the interval that holds `at`: 0 … n − 2. */
function segment(x: readonly number[], at: number): number {
  let low = 0;
  let high = x.length - 2;
  while (low < high) {
    const mid = (low + high + 1) >> 1;
    if (x[mid] <= at) low = mid;
    else high = mid - 1;
  }
  return low;
}
