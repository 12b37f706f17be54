/** For tests: Spearman's rank correlation (Spearman 1904), ties by their mean rank. */
export function rankCorrelation(a: readonly number[], b: readonly number[]): number {
  const ranks = (list: readonly number[]) => {
    const sorted = [...list].sort((x, y) => x - y);
    return list.map((x) => (sorted.indexOf(x) + sorted.lastIndexOf(x)) / 2);
  };
  const [p, q] = [ranks(a), ranks(b)];
  const mean = (list: readonly number[]) => list.reduce((s, x) => s + x, 0) / list.length;
  const [mp, mq] = [mean(p), mean(q)];
  const sum = (f: (i: number) => number) => p.reduce((s, _, i) => s + f(i), 0);
  return (
    sum((i) => (p[i] - mp) * (q[i] - mq)) /
    Math.sqrt(sum((i) => (p[i] - mp) ** 2) * sum((i) => (q[i] - mq) ** 2))
  );
}
