import { describe, expect, it } from 'vitest';
import golden from './signal.golden.json';
import { histogramOf, levelAt, madAbout, shareBelow } from './histogram';
import { humOf } from './hum';
import { distinctLevels, rangeShare } from './levels';
import { upcrossingShare, upperTail } from './normal';
import { median, quantile } from './quantile';
import { clippingOf } from './rails';
import { random } from './random';
import { regressionOf } from './regression';
import { QUANTISATION_NOISE, restStatistics } from './rest';
import { columnOf, secondsOf } from './take';
import { theilSenSlope } from './theil-sen';
import { timingOf } from './timing';

const close = (got: number, want: number, relative: number) =>
  expect(Math.abs(got - want), `${got} against ${want}`).toBeLessThanOrEqual(relative * Math.abs(want));

describe(`normal distribution against ${golden.madeBy}`, () => {
  it('upper tail, to twelve digits', () => {
    for (const [u, want] of golden.tails) close(upperTail(u), want, 1e-12);
  });
  it('share of upward crossings of correlated neighbours, to five digits', () => {
    for (const [u, rho, want] of golden.crossings) close(upcrossingShare(u, rho), want, 2e-5);
  });
  it('uncorrelated neighbours cross p(1 − p) of the time', () => {
    for (const u of [0, 1, 3, 5]) close(upcrossingShare(u, 0), upperTail(u) * (1 - upperTail(u)), 1e-5);
  });
  it('refuses a correlation that is none', () => {
    expect(() => upcrossingShare(3, 1)).toThrow(RangeError);
  });
});

describe(`order statistics against ${golden.madeBy}`, () => {
  it('quantile is NumPy’s default, type 7 of Hyndman & Fan (1996)', () => {
    for (const [p, want] of golden.quantiles) close(quantile(golden.values, p), want, 1e-12);
  });
  it('Theil–Sen slope is SciPy’s theilslopes (Sen 1968)', () => {
    for (const { x, y, slope } of golden.slopes) close(theilSenSlope(x, y)!, slope, 1e-12);
  });
  it('needs two distinct places, and one value', () => {
    expect(theilSenSlope([1, 1], [2, 3])).toBeNull();
    expect(() => median([])).toThrow(RangeError);
  });
});

describe('whole counts as a distribution', () => {
  it('finds a level between counts: the grouped median of a textbook example', () => {
    // 5 below, 10 in the class 20 ± ½, 5 above: the median is the middle of the class.
    const counts = [...Array(5).fill(19), ...Array(10).fill(20), ...Array(5).fill(21)];
    expect(levelAt(histogramOf(counts), 0.5)).toBe(20);
    // 4 below and 6 above move it by a tenth of the class: (10 − 4)/10 − ½.
    const shifted = [...Array(4).fill(19), ...Array(10).fill(20), ...Array(6).fill(21)];
    expect(levelAt(histogramOf(shifted), 0.5)).toBeCloseTo(20.1, 12);
  });
  it('share below is the inverse of the level, and the MAD holds half', () => {
    const r = random(3);
    const h = histogramOf(Array.from({ length: 5000 }, () => Math.round(500 + 4 * r.gauss())));
    for (const p of [0.01, 0.2, 0.5, 0.77, 0.99]) expect(shareBelow(h, levelAt(h, p))).toBeCloseTo(p, 9);
    const middle = levelAt(h, 0.5);
    const mad = madAbout(h, middle);
    expect(shareBelow(h, middle + mad) - shareBelow(h, middle - mad)).toBeCloseTo(0.5, 6);
    expect(() => histogramOf([])).toThrow(RangeError);
  });
});

describe(`rest of correlated noise against Python’s statistics.median_grouped and ${golden.madeBy}`, () => {
  const { counts, median: level, mad, lag1 } = golden.rest;
  it('grouped median, to nine digits; MAD of counts spread over their intervals, to three; lag-1, to two', () => {
    const h = histogramOf(counts);
    close(levelAt(h, 0.5), level, 1e-9);
    close(madAbout(h, levelAt(h, 0.5)), mad, 2e-3);
    close(restStatistics(counts, 1000).lag1, lag1, 1e-2);
  });
});

describe('rest statistics', () => {
  const r = random(11);
  const noisy = (n: number, rest: number, sigma: number, drift = 0) =>
    Uint16Array.from({ length: n }, (_, i) => Math.round(rest + (drift * i) / n + sigma * r.gauss()));

  it('gives back level and σ of Gaussian noise between counts', () => {
    const s = restStatistics(noisy(20_000, 2041.6, 3.1), 1000);
    expect(Math.abs(s.rest - 2041.6)).toBeLessThan(4 * s.standardError);
    close(s.noise, Math.sqrt(3.1 ** 2 + 1 / 12), 0.03);
    expect(Math.abs(s.lag1)).toBeLessThan(0.03);
    expect(s.longEnough).toBe(true);
  });
  it('is deaf to outliers: five in a hundred knocks leave rest and noise where they were', () => {
    const counts = noisy(10_000, 800, 2);
    for (let i = 0; i < counts.length; i += 20) counts[i] += 700;
    const s = restStatistics(counts, 1000);
    expect(Math.abs(s.rest - 800)).toBeLessThan(0.4);
    close(s.noise, 2, 0.15);
  });
  it('never claims less noise than the converter has: 1/√12 = 0.2887 (Bennett 1948)', () => {
    expect(QUANTISATION_NOISE).toBeCloseTo(0.2887, 4);
    expect(restStatistics(new Uint16Array(1000).fill(512), 1000).noise).toBe(QUANTISATION_NOISE);
  });
  it('reads drift in counts a minute, and says nothing under three seconds', () => {
    close(restStatistics(noisy(60_000, 1000, 2, 12), 1000).driftPerMinute!, 12, 0.05);
    expect(restStatistics(noisy(2500, 1000, 2), 1000).driftPerMinute).toBeNull();
  });
  it('says when the take is too short to know', () => {
    expect(restStatistics(noisy(60, 1000, 4), 1000).longEnough).toBe(false);
    expect(restStatistics(noisy(4000, 1000, 4), 1000).longEnough).toBe(true);
    expect(() => restStatistics([5], 1000)).toThrow(RangeError);
  });
  it('allows for correlated neighbours: their standard error is larger', () => {
    let level = 0;
    const slow = Uint16Array.from({ length: 20_000 }, () =>
      Math.round(1000 + 5 * (level = 0.9 * level + 0.436 * r.gauss())),
    );
    const s = restStatistics(slow, 1000);
    expect(s.lag1).toBeGreaterThan(0.85);
    expect(s.standardError).toBeGreaterThan(3 * ((1.2533 * s.noise) / Math.sqrt(20_000)));
  });
});

describe('upward crossings of correlated samples', () => {
  it('are what Rice’s formula ν0·exp(−u²/2) gives where neighbours are nearly the same (Rice, Bell Syst. Tech. J. 1944/45)', () => {
    // At 1000 samples a second and ρ = 0.999 the samples are nearly the process itself; ν0 = fs·arccos(ρ)/(2π).
    for (const u of [1, 2, 3]) {
      const rice = ((1000 * Math.acos(0.999)) / (2 * Math.PI)) * Math.exp((-u * u) / 2);
      close(1000 * upcrossingShare(u, 0.999), rice, 0.05);
    }
  });
});

it('a regression is that of Anscombe’s first set (Anscombe, The American Statistician 27, 1973), whatever is added to it', () => {
  const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
  const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
  for (const add of [0, 60_000]) {
    const { r, gain, variance } = regressionOf(
      x.map((v) => v + add),
      y.map((v) => v + add),
      0,
      11,
      1,
    );
    expect([r.toFixed(3), gain.toFixed(3)]).toEqual(['0.816', '0.500']);
    // Of the sample 4.127: over n − 1.
    expect(((variance * 11) / 10).toFixed(3)).toBe('4.127');
  }
  expect(regressionOf([1, 1, 1], [1, 2, 3], 0, 3, 1)).toMatchObject({ r: 0, gain: 0 });
});

describe('hum (Welch 1967)', () => {
  it(`finds the amplitude that ${golden.madeBy} finds, and names 50 Hz first`, () => {
    const [strongest] = humOf(golden.counts, 1000);
    expect(strongest.hz).toBe(50);
    close(strongest.amplitude, golden.humAmplitude, 1e-6);
    close(strongest.amplitude, 4, 0.1);
  });
  it.each([200, 500, 1000, 4000, 8000])('tells 50 Hz from 60 Hz at %i samples a second', (rateHz) => {
    for (const [hz, other] of [
      [50, 60],
      [60, 50],
    ]) {
      const pure = Array.from(
        { length: 4 * rateHz },
        (_, i) => 900 + 5 * Math.sin((2 * Math.PI * hz * i) / rateHz),
      );
      const found = humOf(pure, rateHz);
      expect(found[0].hz).toBe(hz);
      close(found[0].amplitude, 5, 0.03);
      expect(found.find((h) => h.hz === other)!.amplitude).toBeLessThan(0.05);
    }
  });
  it('finds none in white noise, and nothing in a short take', () => {
    const r = random(5);
    const white = Array.from({ length: 8192 }, () => Math.round(900 + 3 * r.gauss()));
    for (const h of humOf(white, 1000)) expect(h.amplitude).toBeLessThan(0.6);
    expect(humOf(white.slice(0, 500), 1000)).toEqual([]);
  });
});

describe('timing and rails', () => {
  it('tells period, jitter, freezes and duplicates', () => {
    const tUs = [0, 1000, 2000, 3000, 3000, 4000, 9000, 10_000, 11_000];
    const timing = timingOf(tUs)!;
    expect(timing).toMatchObject({ periodUs: 1000, rateHz: 1000, gaps: 1, duplicates: 1 });
    // Seven periods, six of 1000 and one of 5000: p95 lies seven tenths of the way to the last.
    expect(timing.jitterUs).toBeCloseTo(2800, 6);
    expect(timingOf([5])).toBeNull();
  });
  it('calls three samples in a row within a count of an end clipped, two not', () => {
    expect(clippingOf([10, 4095, 4094, 4095, 10, 0, 1, 9], 12)).toEqual([{ end: 'high', from: 1, to: 4 }]);
    expect(clippingOf([1, 0, 1, 1], 10)).toEqual([{ end: 'low', from: 0, to: 4 }]);
  });
  it('counts levels that noise leaves apart: seven bits need 128', () => {
    expect(distinctLevels(1538, 3.1)).toBe(83);
    expect(distinctLevels(127 * 6, 1)).toBe(128);
    expect(rangeShare(1023, 10)).toBe(1);
  });
  it('takes a column out of frames, and refuses one that is not there', () => {
    const frames = {
      channels: ['a', 'b'],
      tUs: Float64Array.of(0, 500_000),
      counts: Uint16Array.of(1, 2, 3, 4),
    };
    expect(Array.from(columnOf(frames, 'b'))).toEqual([2, 4]);
    expect(secondsOf(frames)).toBe(0.5);
    expect(() => columnOf(frames, 'c')).toThrow(/channel c is required/);
  });
});
