import { describe, expect, it } from 'vitest';
import { random } from './random';
import { RecentMost } from './recent-most';
import { restStatistics } from './rest';

describe('rest at the end of a converter', () => {
  /** Gaussian noise of this σ about a level, cut off at 0 as a converter does. */
  const rest = (level: number, sigma: number, seed: number) => {
    const r = random(seed);
    return Array.from({ length: 8000 }, () => Math.max(0, Math.round(level + sigma * r.gauss())));
  };
  it('noise is told from the upper half where the lower is cut off: within a tenth, for a level at 0 or a little over it', () => {
    for (const [level, sigma] of [
      [0, 2.3],
      [0, 6],
      [0.5, 3],
    ]) {
      const { noise } = restStatistics(rest(level, sigma, 4), 1000);
      expect(noise, `${level} ± ${sigma}`).toBeGreaterThan(0.9 * sigma);
      expect(noise).toBeLessThan(1.1 * sigma);
    }
  });
  it('a level well above it is measured from both sides, as before', () => {
    const { noise, rest: level } = restStatistics(rest(500, 3, 4), 1000);
    expect(noise).toBeCloseTo(3, 0);
    expect(level).toBeCloseTo(500, 0);
  });
  it('one that is always 0 has the noise of a converter that cannot tell more', () => {
    expect(restStatistics(new Array<number>(1000).fill(0), 1000).noise).toBeCloseTo(0.2887, 4);
  });
});

describe('the most of the last while', () => {
  it('is that of a plain look back, for any values and steps', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const r = random(seed);
      const recent = new RecentMost(1000);
      const all: [number, number][] = [];
      let tUs = 0;
      for (let i = 0; i < 300; i++) {
        tUs += r.whole(0, 400);
        const value = r.whole(0, 50);
        all.push([tUs, value]);
        recent.add(tUs, value);
        const now = tUs + r.whole(0, 3) * 100;
        const seen = all.filter(([t]) => t >= now - 1000).map(([, v]) => v);
        expect(recent.most(now)).toBe(seen.length === 0 ? null : Math.max(...seen));
        tUs = now;
      }
    }
  });
  it('of nothing is null', () => {
    expect(new RecentMost(10).most(5)).toBeNull();
  });
});
