import { expect, it } from 'vitest';
import { countsFromKpa, kpaFromCounts } from './gauge';

it('counts and kPa of a linear gauge are inverse: a 10 kPa gauge of 0.09 supply a kPa, 0.04 at rest (maker’s handbook 4.3)', () => {
  const board = { bits: 12 };
  const sheet = { perKpa: 0.09, offset: 0.04 };
  expect(countsFromKpa(0, sheet, board)).toBeCloseTo(0.04 * 4096, 9);
  expect(countsFromKpa(10, sheet, board)).toBeCloseTo(0.94 * 4096, 9);
  for (const kpa of [-1, 0, 2.5])
    expect(kpaFromCounts(countsFromKpa(kpa, sheet, board), sheet, board)).toBeCloseTo(kpa, 12);
});
