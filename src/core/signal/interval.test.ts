import { expect, it } from 'vitest';
import { countInterval, medianInterval, shareInterval, type Interval } from './interval';
import { random, type Random } from './random';

const SEEDS = 400;

/** How often an interval holds the truth. */
const covered = (draw: (r: Random) => { interval: Interval; truth: number }): number =>
  Array.from({ length: SEEDS }, (_, seed) => {
    const { interval, truth } = draw(random(seed + 1));
    return interval.low <= truth && truth <= interval.high ? 1 : 0;
  }).reduce<number>((a, b) => a + b, 0) / SEEDS;

const times = (n: number, of: () => number) => Array.from({ length: n }, of);

it('intervals of shares, counts and medians hold the truth in 93 to 97 of a hundred', () => {
  const shares = covered((r) => {
    const truth = r.between(0.05, 0.6);
    const n = r.whole(30, 120);
    const k = times(n, () => (r.next() < truth ? 1 : 0)).reduce((a, b) => a + b, 0);
    return { truth, interval: shareInterval(k, n) };
  });
  const counts = covered((r) => {
    const truth = r.between(4, 40);
    // Events of a Poisson process within one unit of time.
    let [k, t] = [-1, 0];
    for (; t < 1; k++) t -= Math.log(1 - r.next()) / truth;
    return { truth, interval: countInterval(k) };
  });
  const medians = covered((r) => {
    const values = times(r.whole(10, 80), () => Math.exp(0.5 * r.gauss()));
    return { truth: 1, interval: medianInterval(values)! };
  });
  for (const share of [shares, counts, medians]) {
    expect(share).toBeGreaterThanOrEqual(0.93);
    expect(share).toBeLessThanOrEqual(0.97);
  }
});

it('none in 20 may still be 13.9 %, and a Poisson count of 0 up to 3 (maker’s handbook 4.1: 1 − 0.05^(1/20), and the rule of three)', () => {
  expect(shareInterval(0, 20)).toEqual({ low: 0, high: expect.closeTo(1 - 0.05 ** (1 / 20), 6) as number });
  expect(countInterval(0).high).toBeCloseTo(-Math.log(0.05), 5);
  expect(shareInterval(20, 20).low).toBeCloseTo(0.05 ** (1 / 20), 6);
  expect(medianInterval([1, 2, 3, 4, 5])).toBeNull();
});
