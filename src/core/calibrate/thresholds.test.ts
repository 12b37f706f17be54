import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from '../signal/signal.golden.json';
import { upperTail } from '../signal/normal';
import { random } from '../signal/random';
import { openingsOf } from '../ways/level/attack';
import { falseTriggersPerHour, observedCrossings } from './false-triggers';
import { distancesOf } from './distances';
import { missedSoft, upperBound } from './missed-share';
import { reachOf } from '../ways/level/reach';
import { chooseThresholds, phantomsPerHour, restSide, tradeOf, type RestSide } from './thresholds';

describe('false triggers of uncorrelated samples: fs·p(1 − p), p = Q(u) (maker’s handbook 4.1)', () => {
  it('u = 4, 5, 6 at 1 kHz give 114.0, 1.032 and 0.00355 an hour', () => {
    expect(falseTriggersPerHour(4, 1000, 0)).toBeCloseTo(114.0, 1);
    expect(falseTriggersPerHour(5, 1000, 0)).toBeCloseTo(1.032, 3);
    expect(falseTriggersPerHour(6, 1000, 0)).toBeCloseTo(0.00355, 5);
  });

  /** Counts upward crossings of several levels by a million samples, and their Poisson-like spread. */
  const count = (levels: number[], rho: number, seed: number) => {
    const r = random(seed);
    const crossings = levels.map(() => 0);
    let last = 0;
    const root = Math.sqrt(1 - rho * rho);
    for (let i = 0; i < 1_000_000; i++) {
      const next = rho * last + root * r.gauss();
      levels.forEach((u, k) => {
        if (last < u && next >= u) crossings[k]++;
      });
      last = next;
    }
    return crossings;
  };
  it.each([
    [0, 101],
    [0.6, 102],
    [0.95, 103],
  ])(
    'agrees with a seeded Monte Carlo of a million samples, neighbours correlated by %f, at 3 to 4 σ',
    (rho, seed) => {
      const levels = [3, 3.25, 3.5, 4];
      const seen = count(levels, rho, seed);
      levels.forEach((u, k) => {
        const expected = (falseTriggersPerHour(u, 1000, rho) / 3600) * 1000;
        expect(Math.abs(seen[k] - expected), `u ${u}: ${seen[k]} of ${expected}`).toBeLessThan(
          4 * Math.sqrt(expected) + 1,
        );
      });
    },
  );
  it('a level that hovers at “on” falls through “off” as often as the tail below it says: 114 times an hour at 4 σ', () => {
    const samples = 2_000_000;
    const r = random(104);
    const level = Int32Array.from({ length: samples }, () => Math.round(10_000 + 1000 * r.gauss()));
    const tUs = Float64Array.from(level, (_, i) => i * 1000);
    // At 4 σ there would be sixty in these two thousand seconds; at 3 σ there are enough to tell.
    const falls = openingsOf(tUs, level, { on: 10_000, off: 7000 }, 0).length;
    // Each fall is followed by two samples on average before it is open again.
    const expected = samples / (1 / upperTail(3) + 2);
    expect(Math.abs(falls - expected)).toBeLessThan(4 * Math.sqrt(expected));
    expect(3600 * 1000 * upperTail(4)).toBeCloseTo(114.0, 1);
  });
});

describe('what a rest take did itself', () => {
  it('counts each upward passage once, at every distance that it reached', () => {
    expect(Array.from(observedCrossings([0, 3, 0, 2, 2, 5, -1]))).toEqual([0, 2, 2, 2, 1, 1, 0]);
  });
});

describe('missed soft gestures', () => {
  it('none of 20 may still be 13.9 %: 1 − 0.05^(1/20); the rule of three says 3/n', () => {
    expect(upperBound(0, 20)).toBeCloseTo(1 - 0.05 ** (1 / 20), 9);
    expect(missedSoft(new Array(20).fill(50), 21)).toEqual({ missed: 0, of: 20, upTo: upperBound(0, 20) });
    expect(upperBound(0, 300)).toBeCloseTo(3 / 300, 3);
  });
  it(`is Clopper & Pearson’s bound (1934) as ${golden.madeBy} has it`, () => {
    for (const [k, n, want] of golden.bounds) expect(upperBound(k, n)).toBeCloseTo(want, 9);
  });
  it('knows nothing without gestures, and all when all were missed', () => {
    expect(missedSoft([], 10)).toEqual({ missed: 0, of: 0, upTo: null });
    expect(upperBound(5, 5)).toBe(1);
    expect(() => upperBound(6, 5)).toThrow(RangeError);
  });
});

const side = (over: Partial<RestSide>): RestSide => ({
  restOffset: 0,
  noise: 3.1,
  lag1: 0,
  rateHz: 1000,
  crossings: [],
  hours: 8 / 3600,
  room: 2000,
  ...over,
});

describe('choosing on and off', () => {
  const sides = fc.record({
    restOffset: fc.double({ min: -0.5, max: 0.5, noNaN: true }),
    noise: fc.double({ min: 0.2887, max: 40, noNaN: true }),
    lag1: fc.double({ min: -0.5, max: 0.98, noNaN: true }),
    rateHz: fc.integer({ min: 50, max: 8000 }),
  });
  it('keeps on ≥ rest + 6 σ, off ≥ rest + 2 σ, on − off ≥ 4 σ, whole counts, under the limit, and nothing lower would do', () => {
    fc.assert(
      fc.property(sides, (s) => {
        const given = side(s);
        const t = chooseThresholds(given)!;
        expect(t.on - s.restOffset).toBeGreaterThanOrEqual(6 * s.noise);
        expect(t.off - s.restOffset).toBeGreaterThanOrEqual(2 * s.noise);
        expect(t.on - t.off).toBeGreaterThanOrEqual(4 * s.noise);
        expect(t.off).toBeGreaterThanOrEqual(1);
        expect([t.on, t.off].every(Number.isInteger)).toBe(true);
        expect(t.perHour).toBeLessThanOrEqual(0.1);
        const lower = t.on - 1;
        const off = Math.floor(lower - 4 * s.noise);
        const fits =
          lower - s.restOffset >= 6 * s.noise && off >= Math.max(1, Math.ceil(s.restOffset + 2 * s.noise));
        expect(!fits || phantomsPerHour(given, lower) > 0.1).toBe(true);
      }),
      { numRuns: 150 },
    );
  });
  it('lets a real excursion of the rest take override the Gaussian tail', () => {
    const quiet = chooseThresholds(side({}))!;
    const knocked = chooseThresholds(side({ crossings: observedCrossings([0, 60, 0]) }))!;
    expect(quiet.on).toBeLessThan(25);
    expect(knocked.on).toBe(61);
  });
  it('says so when the converter has no room', () => {
    expect(chooseThresholds(side({ noise: 30, room: 100 }))).toBeNull();
  });
  it('draws the trade: phantoms fall and misses rise with the distance', () => {
    const trade = tradeOf(side({}), [50, 60, 70], 20);
    expect(trade[0].missedShare).toBe(0);
    expect(trade[trade.length - 1].missedShare).toBe(1);
    for (let i = 1; i < trade.length; i++) {
      expect(trade[i].predictedPerHour).toBeLessThanOrEqual(trade[i - 1].predictedPerHour);
      expect(trade[i].missedShare!).toBeGreaterThanOrEqual(trade[i - 1].missedShare!);
    }
  });
  it('and takes more peaks than a call can take as arguments', () => {
    const trade = tradeOf(side({}), new Array<number>(500_000).fill(50), 20);
    expect(trade.at(-1)!.missedShare).toBe(1);
  });
  it('reads a side from a rest take, below rest as well', () => {
    const below = distancesOf([100, 101, 100, 96, 100, 100], 100, -1);
    const side = restSide(below, { rest: 100.2, noise: 1, lag1: 0 }, 1000, -1, 4095);
    expect(side).toMatchObject({ room: 100, restOffset: expect.closeTo(-0.2, 9) });
    expect(side.crossings[4]).toBe(1);
  });
});

describe('reach', () => {
  it('is p95 of loud peaks plus 5 %, and “full” is only a ceiling', () => {
    const loud = Array.from({ length: 21 }, (_, i) => 1000 + 10 * i);
    expect(reachOf(loud, 4000)).toBe(Math.round(1190 * 1.05));
    expect(reachOf(loud, 1200)).toBe(1200);
    expect(() => reachOf([], 1)).toThrow(RangeError);
  });
});
