import { upcrossingShare } from '../signal/normal';

/**
 * False triggers an hour at u·σ above rest, of Gaussian samples whose neighbours have correlation ρ: the bivariate normal's
 * share of upward crossings; with ρ = 0 that is 3600·fs·p(1 − p), p = Q(u).
 * @param rateHz fs, samples a second
 */
export const falseTriggersPerHour = (u: number, rateHz: number, lag1: number): number =>
  3600 * rateHz * upcrossingShare(u, lag1);

/**
 * How often a rest take itself crossed each distance from rest: entry d is the number of times that the signed
 * distance went from below d to d or beyond. @param distances whole counts, away from rest is positive
 */
export function observedCrossings(distances: ArrayLike<number>): Float64Array<ArrayBuffer> {
  let top = 0;
  for (let i = 0; i < distances.length; i++) if (distances[i] > top) top = distances[i];
  const change = new Float64Array(top + 2);
  for (let i = 1; i < distances.length; i++) {
    if (distances[i] <= distances[i - 1] || distances[i] < 0) continue;
    change[Math.max(0, distances[i - 1] + 1)]++;
    change[distances[i] + 1]--;
  }
  for (let i = 1; i < change.length; i++) change[i] += change[i - 1];
  return change;
}
