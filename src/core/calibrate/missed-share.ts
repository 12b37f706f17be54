import { binomialAtMost } from '../signal/binomial';

/** How many soft gestures would have played nothing, and how many more it could still be. */
export interface Missed {
  missed: number;
  of: number;
  /** One-sided 95 % upper bound of the true share (Clopper & Pearson, Biometrika 26, 1934); null without gestures. */
  upTo: number | null;
}

/** @param peaks distance from rest of each soft gesture's highest sample; missed are those below `on` */
export function missedSoft(peaks: readonly number[], on: number): Missed {
  const missed = peaks.filter((p) => p < on).length;
  return { missed, of: peaks.length, upTo: peaks.length === 0 ? null : upperBound(missed, peaks.length) };
}

/**
 * Exact one-sided upper bound of a share: the p at which seeing `k` or fewer of `n` has probability `alpha`.
 * None of 20 gives 1 − 0.05^(1/20) = 13.9 %.
 */
export function upperBound(k: number, n: number, alpha = 0.05): number {
  if (!(n > 0) || k < 0 || k > n)
    throw new RangeError(`upperBound: 0 ≤ k ≤ n and n > 0 required, got ${k} of ${n}`);
  if (k === n) return 1;
  let low = k / n;
  let high = 1;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (binomialAtMost(k, n, mid) > alpha) low = mid;
    else high = mid;
  }
  return high;
}
