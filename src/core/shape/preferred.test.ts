import { expect, it } from 'vitest';
import { byChance } from './preferred';

it('a choice is as uneven by chance as the binomial distribution has it, two-sided', () => {
  // SciPy 1.17.1, scipy.stats.binomtest(k, n).pvalue.
  expect(byChance({ a: 4, b: 1 })).toBeCloseTo(0.375, 12);
  expect(byChance({ a: 0, b: 6 })).toBeCloseTo(0.03125, 12);
  expect(byChance({ a: 9, b: 3 })).toBeCloseTo(0.14599609375, 12);
  expect(byChance({ a: 3, b: 3 })).toBe(1);
  expect(byChance({ a: 0, b: 0 })).toBe(1);
});
