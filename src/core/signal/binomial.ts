/** P(X ≤ k) of n trials with chance p: terms as logarithms, since (1 − p)^n alone would underflow. @param k −1 … n @param p over 0 and under 1 */
export function binomialAtMost(k: number, n: number, p: number): number {
  if (k < 0) return 0;
  const odds = Math.log(p) - Math.log1p(-p);
  let logTerm = n * Math.log1p(-p);
  // The sum so far, as a multiple of the newest term.
  let sum = 1;
  for (let i = 1; i <= k && sum < Number.MAX_VALUE; i++) {
    const step = Math.log((n - i + 1) / i) + odds;
    logTerm += step;
    sum = sum * Math.exp(-step) + 1;
  }
  return Math.min(1, Math.exp(logTerm + Math.log(sum)));
}

/** P(X ≤ k) of events that come by themselves, so many on average. @param k −1 or more @param mean over 0 */
export function poissonAtMost(k: number, mean: number): number {
  if (k < 0) return 0;
  let logTerm = -mean;
  let sum = 1;
  for (let i = 1; i <= k && sum < Number.MAX_VALUE; i++) {
    const step = Math.log(mean / i);
    logTerm += step;
    sum = sum * Math.exp(-step) + 1;
  }
  return Math.min(1, Math.exp(logTerm + Math.log(sum)));
}
