/** Which of two was liked better, trial by trial, not knowing which it was. */
export interface Preferences {
  a: number;
  b: number;
}

/**
 * How likely so uneven a choice is by chance alone, either way: the two-sided sign test (Arbuthnott 1710; Conover, Practical Nonparametric
 * Statistics, 3.4). @returns 0 … 1; 1 without any
 */
export function byChance({ a, b }: Preferences): number {
  const n = a + b;
  const most = Math.max(a, b);
  let share = 0;
  let choose = 1;
  for (let k = 0; k <= n; k++) {
    if (k >= most) share += choose;
    choose = (choose * (n - k)) / (k + 1);
  }
  return Math.min(1, (2 * share) / 2 ** n);
}
