import { binomialAtMost, poissonAtMost } from './binomial';

/** Between which values the truth lies with 95 %. */
export interface Interval {
  low: number;
  high: number;
}

const TAIL = 0.025;
const HALVINGS = 50;

/**
 * Of a share that was seen k times in n: by the mid-P of the binomial (Lancaster, J. Am. Stat. Assoc. 56, 1961). Without any of n the upper end is
 * 1 − 0.05^(1/n), as maker's handbook 4.1 has it.
 * @param k 0 … n @param n 1 or more
 */
export function shareInterval(k: number, n: number): Interval {
  const middle = (p: number) => (binomialAtMost(k, n, p) + binomialAtMost(k - 1, n, p)) / 2;
  return {
    low: k === 0 ? 0 : where((p) => middle(p) < 1 - TAIL, 0, 1),
    high: k === n ? 1 : where((p) => middle(p) < TAIL, 0, 1),
  };
}

/** Of how many events there are on average where k were seen: by the mid-P of the Poisson distribution. */
export function countInterval(k: number): Interval {
  const middle = (mean: number) => (poissonAtMost(k, mean) + poissonAtMost(k - 1, mean)) / 2;
  const most = k + 10 * Math.sqrt(k + 1) + 10;
  return {
    low: k === 0 ? 0 : where((mean) => middle(mean) < 1 - TAIL, 0, most),
    high: where((mean) => middle(mean) < TAIL, 0, most),
  };
}

/** Where a condition begins to hold, by halving. */
function where(holds: (x: number) => boolean, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (holds(middle)) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/**
 * Of a median: order statistics, straight between two of them (Hettmansperger & Sheather, Stat. Probab. Lett. 4, 1986).
 * @param values six or more, in any order @returns null of fewer: no two of them hold the median with 95 %
 */
export function medianInterval(values: ArrayLike<number>): Interval | null {
  const n = values.length;
  if (n < 6) return null;
  const sorted = Float64Array.from(values).sort();
  const covers = (k: number) => 1 - 2 * binomialAtMost(k - 1, n, 0.5);
  // Near where a normal distribution has it, and not beyond.
  let k = Math.max(1, Math.floor(n / 2 - 1.1 * Math.sqrt(n)));
  while (k + 1 <= n / 2 && covers(k + 1) >= 1 - 2 * TAIL) k++;
  const [wide, narrow] = [covers(k), covers(k + 1)];
  const over = (wide - (1 - 2 * TAIL)) / (wide - narrow);
  const share = ((n - k) * over) / (k + (n - 2 * k) * over);
  const at = (i: number) => sorted[Math.min(n, Math.max(1, i)) - 1];
  return {
    low: (1 - share) * at(k) + share * at(k + 1),
    high: (1 - share) * at(n - k + 1) + share * at(n - k),
  };
}
