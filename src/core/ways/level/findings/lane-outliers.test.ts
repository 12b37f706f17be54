import { expect, it } from 'vitest';
import { random } from '../../../signal/random';
import type { LaneReport } from '../report';
import { laneOutliers } from './lane-outliers';

/** Lanes of which only reach and noise are asked. */
const lanes = (reach: readonly number[], noise: readonly number[] = reach.map(() => 2)) =>
  reach.map((own, i) => ({
    level: { lane: `k${i}`, up: { reach: own }, noise: noise[i] },
  })) as unknown as LaneReport[];

it('a lane that goes less far than the others, or further, or is noisier, is named; hands that differ are not', () => {
  expect(laneOutliers(lanes([2000, 2100, 1950, 900, 2050]), 's')).toMatchObject([
    { code: 'lane-differs', lane: 'k3', says: 'k3 reaches 900 counts from rest, the others about 2000.' },
  ]);
  expect(laneOutliers(lanes([2000, 2100, 1950, 3900, 2050]), 's').map((f) => f.lane)).toEqual(['k3']);
  expect(laneOutliers(lanes([1, 1, 1, 1, 1], [2, 2.2, 9, 1.9, 2]), 's').map((f) => f.lane)).toEqual(['k2']);
  expect(laneOutliers(lanes([2000, 900, 2000]), 's')).toEqual([]);
  // Far from equal ones in σ, but no player feels it.
  expect(laneOutliers(lanes([2000, 2004, 1998, 2400, 2001]), 's')).toEqual([]);
  const r = random(8);
  const named = Array.from(
    { length: 200 },
    () =>
      laneOutliers(lanes(Array.from({ length: 25 }, () => 2000 * Math.exp(0.12 * r.gauss()))), 's').length,
  );
  // Of 5000 normal ones some two lie past 3.5 σ.
  expect(named.reduce((a, b) => a + b, 0)).toBeLessThan(30);
});
