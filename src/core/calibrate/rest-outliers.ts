/** A stretch of a rest take in which something moved, as frame indexes; `to` is past its end. */
export interface RestOutlier {
  from: number;
  to: number;
}

/** A level so far from rest is no noise, counts. (Common practice, no source.) */
export const movedLimit = (noise: number): number => Math.max(10 * noise, 5);

/** The level is back at rest within this, σ; a stretch has this much of its take on either side, s. */
const BACK_SIGMAS = 2;
const MARGIN_S = 0.1;

/**
 * Where something moved in a rest take: a breath, a hand, a knock.
 * @param distances from rest on one side, counts, in order of time
 * @returns in order of time, apart from each other
 */
export function restOutliersOf(distances: Int32Array, noise: number, rateHz: number): RestOutlier[] {
  const margin = Math.round(MARGIN_S * rateHz);
  const outliers: RestOutlier[] = [];
  for (let i = 0; i < distances.length; i++) {
    if (distances[i] <= movedLimit(noise)) continue;
    let from = i;
    while (from > 0 && distances[from - 1] > BACK_SIGMAS * noise) from--;
    while (i < distances.length && distances[i] > BACK_SIGMAS * noise) i++;
    from = Math.max(0, from - margin);
    const to = Math.min(distances.length, i + margin);
    const last = outliers[outliers.length - 1];
    if (last && from <= last.to) last.to = to;
    else outliers.push({ from, to });
  }
  return outliers;
}

/** The distances with rest in place of what moved. @returns a copy */
export function withoutOutliers(distances: Int32Array, outliers: readonly RestOutlier[]): Int32Array {
  const still = distances.slice();
  for (const { from, to } of outliers) still.fill(0, from, to);
  return still;
}
