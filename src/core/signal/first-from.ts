/** The first sample at a time or after it, found by halving; their number where there is none. @param tUs never falling, µs */
export function firstFrom(tUs: ArrayLike<number>, us: number): number {
  let [low, high] = [0, tUs.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (tUs[middle] < us) low = middle + 1;
    else high = middle;
  }
  return low;
}
