import { mean } from './mean';

/**
 * Standard deviation within groups, each about its own mean: sums of squares over degrees of freedom, pooled over the groups of two or
 * more. @returns in the values' unit; 0 where no group has two
 */
export function pooledDeviation(groups: Iterable<readonly number[]>): number {
  let [squares, degrees] = [0, 0];
  for (const group of groups) {
    if (group.length < 2) continue;
    const middle = mean(group);
    squares += group.reduce((sum, x) => sum + (x - middle) ** 2, 0);
    degrees += group.length - 1;
  }
  return degrees === 0 ? 0 : Math.sqrt(squares / degrees);
}
