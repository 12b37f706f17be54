/**
 * Whole counts as a distribution, each count spread evenly over the interval count ± ½ (the "grouped" quantile of
 * textbooks), so that levels between counts can be told. Noise of half a count or more makes this accurate.
 */
export interface Histogram {
  /** Count of the first bin. */
  first: number;
  /** Cumulative number of samples up to and including bin i; the last is the total. */
  cumulative: Float64Array<ArrayBuffer>;
}

/**
 * @param counts whole counts
 * @param from, to the stretch that is taken; all of it unless said
 * @throws RangeError when that is empty
 */
export function histogramOf(counts: ArrayLike<number>, from = 0, to = counts.length): Histogram {
  if (!(to > from)) throw new RangeError('histogramOf: one count or more required, got none');
  let first = Infinity;
  let last = -Infinity;
  for (let i = from; i < to; i++) {
    if (counts[i] < first) first = counts[i];
    if (counts[i] > last) last = counts[i];
  }
  const cumulative = new Float64Array(last - first + 1);
  for (let i = from; i < to; i++) cumulative[counts[i] - first]++;
  for (let i = 1; i < cumulative.length; i++) cumulative[i] += cumulative[i - 1];
  return { first, cumulative };
}

/** The part of a distribution from one count to another, both in it. @throws RangeError when that is empty */
export function partOf({ first, cumulative }: Histogram, low: number, high: number): Histogram {
  const from = Math.max(0, Math.ceil(low) - first);
  const to = Math.min(cumulative.length, Math.floor(high) - first + 1);
  const before = from === 0 ? 0 : cumulative[from - 1];
  if (!(to > from) || cumulative[to - 1] === before)
    throw new RangeError(`partOf: a count from ${low} to ${high} required, got none`);
  return { first: first + from, cumulative: cumulative.slice(from, to).map((n) => n - before) };
}

/** Level, in counts, below which a share p (0 … 1) of the distribution lies. */
export function levelAt(h: Histogram, p: number): number {
  const wanted = p * h.cumulative[h.cumulative.length - 1];
  let low = 0;
  let high = h.cumulative.length - 1;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (h.cumulative[mid] >= wanted) high = mid;
    else low = mid + 1;
  }
  const before = low === 0 ? 0 : h.cumulative[low - 1];
  const inBin = h.cumulative[low] - before;
  return h.first + low - 0.5 + (inBin === 0 ? 0 : (wanted - before) / inBin);
}

/** Share of the distribution below a level in counts. */
export function shareBelow(h: Histogram, level: number): number {
  const total = h.cumulative[h.cumulative.length - 1];
  const at = level - h.first + 0.5;
  const bin = Math.floor(at);
  if (bin < 0) return 0;
  if (bin >= h.cumulative.length) return 1;
  const before = bin === 0 ? 0 : h.cumulative[bin - 1];
  return (before + (h.cumulative[bin] - before) * (at - bin)) / total;
}

/** Median absolute deviation of the distribution about a level, counts. */
export function madAbout(h: Histogram, level: number): number {
  let low = 0;
  let high = h.cumulative.length;
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (shareBelow(h, level + mid) - shareBelow(h, level - mid) < 0.5) low = mid;
    else high = mid;
  }
  return high;
}
