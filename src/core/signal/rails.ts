/** A stretch of samples against an end of the converter. */
export interface Clipping {
  end: 'low' | 'high';
  /** Index of its first sample, and one past its last. */
  from: number;
  to: number;
}

/** Stretches of three samples or more within one count of either end (0 or 2^bits − 1). */
export function clippingOf(counts: ArrayLike<number>, bits: number): Clipping[] {
  const top = 2 ** bits - 1;
  const endOf = (c: number) => (c <= 1 ? 'low' : c >= top - 1 ? 'high' : null);
  const found: Clipping[] = [];
  let from = 0;
  for (let i = 1; i <= counts.length; i++) {
    const end = endOf(counts[from]);
    if (i < counts.length && endOf(counts[i]) === end) continue;
    if (end && i - from >= 3) found.push({ end, from, to: i });
    from = i;
  }
  return found;
}
