import { DYNAMIC_NAMES } from '../shape/dynamics';
import { mean } from '../signal/mean';
import { pooledDeviation } from '../signal/pooled-deviation';
import { median } from '../signal/quantile';

/** A gesture with its dynamics and the natural logarithm of what was read of it: a peak in counts, a time in ms. */
export interface LoggedGesture {
  role: string;
  log: number;
}

/** How far a lane reads from the others when it is played alike, as a natural logarithm, and σ of that: 0.01 is one in a hundred. */
export interface Evened {
  offset: number;
  sure: number;
}

/**
 * By how much lanes that are played alike read apart: the mean over soft, medium and loud of how far a lane's median lies from that of all
 * lanes. What its few gestures scatter by chance is taken back towards 0, by the share of the variance between lanes that is
 * chance (empirical Bayes; Efron & Morris, J. Am. Stat. Assoc. 70, 1975).
 * @param roles in which lanes are played alike @returns one a lane, in order; 0 for a lane without gestures in them
 */
export function evened(
  lanes: readonly (readonly LoggedGesture[])[],
  roles: readonly string[] = DYNAMIC_NAMES,
): Evened[] {
  const dynamics = roles
    .map((role) => lanes.map((own) => own.filter((s) => s.role === role).map(({ log }) => log)))
    .filter((lists) => lists.some((l) => l.length > 0));
  const offsets = lanes.map((_, i) =>
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
  if (played.length === 0) return lanes.map(() => ({ offset: 0, sure: 0 }));
  const between = Math.max(
    0,
    mean(played.map((r) => r * r)) - mean(chance.filter((_, i) => offsets[i].length > 0)),
  );
  const share = (variance: number, i: number) =>
    variance + chance[i] > 0 ? variance / (variance + chance[i]) : 0;
  return raw.map((r, i) => {
    // Few lanes may differ more than they happen to: by σ of their variance more, which is √(2/n) of what chance adds to it.
    const more = between + chance[i] * Math.sqrt(2 / played.length);
    return { offset: share(between, i) * r, sure: Math.sqrt(share(more, i) * chance[i]) };
  });
}
