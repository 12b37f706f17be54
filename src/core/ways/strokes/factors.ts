import { mean } from '../../signal/mean';
import { pooledDeviation } from '../../signal/pooled-deviation';
import { median } from '../../signal/quantile';
import { DYNAMIC_NAMES } from '../../shape/dynamics';

/** A stroke with its dynamics and its time, µs. */
export interface TimedStroke {
  role: string;
  us: number;
}

/** Logarithm of a stroke's time. @param leastUs what counts where both contacts changed at the same look */
export const logOf = (us: number, leastUs: number): number => Math.log(Math.max(us, leastUs / 2) / 1000);

/**
 * By how many times longer each key takes for strokes that are played alike: the mean over soft, medium and loud of how far its
 * median lies from that of all keys, in logarithms. What its few strokes scatter by chance is taken back towards 1, by the share of
 * the variance between keys that is chance (empirical Bayes; Efron & Morris 1975).
 * @returns one a key, in order; 1 for a key without strokes
 */
export function factorsOf(
  keys: readonly { strokes: readonly TimedStroke[] }[],
  leastUs: number,
): { factor: number; sure: number }[] {
  const dynamics = DYNAMIC_NAMES.map((role) =>
    keys.map(({ strokes }) => strokes.filter((s) => s.role === role).map((s) => logOf(s.us, leastUs))),
  ).filter((lists) => lists.some((l) => l.length > 0));
  const offsets = keys.map((_, i) =>
    dynamics.flatMap((lists) => {
      if (lists[i].length === 0) return [];
      const middle = median(lists.filter((l) => l.length > 0).map((l) => median(l)));
      return [{ off: median(lists[i]) - middle, n: lists[i].length }];
    }),
  );
  const scatter = pooledDeviation(dynamics.flat());
  const raw = offsets.map((own) => (own.length === 0 ? 0 : mean(own.map(({ off }) => off))));
  // Of a median of n, π/2 times the variance of a mean; of the mean of several medians, their variances' sum over their number squared.
  const chance = offsets.map((own) =>
    own.length === 0
      ? 0
      : own.reduce((sum, { n }) => sum + (scatter ** 2 * Math.PI) / 2 / n, 0) / own.length ** 2,
  );
  const played = raw.filter((_, i) => offsets[i].length > 0);
  const between = Math.max(
    0,
    mean(played.map((r) => r * r)) - mean(chance.filter((_, i) => offsets[i].length > 0)),
  );
  return raw.map((r, i) => {
    const kept = between + chance[i] > 0 ? between / (between + chance[i]) : 0;
    return { factor: Math.exp(kept * r), sure: Math.sqrt(kept * chance[i]) };
  });
}
