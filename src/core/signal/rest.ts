import { histogramOf, levelAt, madAbout, type Histogram } from './histogram';
import { theilSenSlope } from './theil-sen';

/** Noise of an ideal converter, counts: 1/√12 (Bennett, Bell Syst. Tech. J. 27, 1948). */
export const QUANTISATION_NOISE = 1 / Math.sqrt(12);

/** σ of a normal distribution over its median absolute deviation. */
export const SIGMA_PER_MAD = 1.4826;

/** What a stream says while nobody plays. */
export interface RestStatistics {
  /** Median level, counts. */
  rest: number;
  /** σ, counts: 1.4826 × MAD, never below the quantisation noise; of the upper half alone where the converter's end at 0 cuts off the lower. */
  noise: number;
  /** p99.9 − p0.1, counts. */
  excursion: number;
  /** Theil–Sen slope of one-second medians, counts a minute; null under three whole seconds. */
  driftPerMinute: number | null;
  /** Correlation of neighbouring samples, −1 … 1. */
  lag1: number;
  /** Standard error of the rest level, counts, neighbours' correlation allowed for. */
  standardError: number;
  /** Length, seconds. */
  seconds: number;
  /** False while the standard error is over a quarter of a count and over σ/10. */
  longEnough: boolean;
}

/**
 * @param counts whole counts in order of time, two or more
 * @param rateHz samples a second
 */
export function restStatistics(counts: ArrayLike<number>, rateHz: number): RestStatistics {
  if (counts.length < 2)
    throw new RangeError(`restStatistics: two counts or more required, got ${counts.length}`);
  const h = histogramOf(counts);
  const rest = levelAt(h, 0.5);
  // Spreading each count over its interval widens the distribution by 1/12, which Sheppard's correction takes off.
  const spread = SIGMA_PER_MAD * deviationAbout(h, rest);
  const noise = Math.max(QUANTISATION_NOISE, Math.sqrt(Math.max(0, spread * spread - 1 / 12)));
  const lag1 = lag1Correlation(counts, rest, noise);
  // The median's standard error is √(π/2)·σ/√n; correlated samples count as n(1 − ρ)/(1 + ρ).
  const effective = Math.max(1, (counts.length * (1 - Math.max(0, lag1))) / (1 + Math.max(0, lag1)));
  const standardError = (Math.sqrt(Math.PI / 2) * noise) / Math.sqrt(effective);
  return {
    rest,
    noise,
    excursion: levelAt(h, 0.999) - levelAt(h, 0.001),
    driftPerMinute: drift(counts, rateHz),
    lag1,
    standardError,
    seconds: counts.length / rateHz,
    longEnough: !(standardError > 0.25 && standardError > noise / 10),
  };
}

/** Share of counts of 0 from which the lower half is taken as cut off. (Common practice, no source.) */
const CUT = 0.25;

/**
 * Median absolute deviation about the median, counts; of what lies above it where a rectifier or the converter's end cuts off what
 * lies below: where that is half of all and more, the median is taken to be 0.
 */
function deviationAbout(h: Histogram, rest: number): number {
  const share = h.first === 0 ? h.cumulative[0] / h.cumulative[h.cumulative.length - 1] : 0;
  if (share <= CUT) return madAbout(h, rest);
  return levelAt(h, 0.75) - (share >= 0.5 ? 0 : rest);
}

/** Lag-1 correlation with samples beyond 4 σ pulled in to 4 σ, so that one knock does not decide it. */
function lag1Correlation(counts: ArrayLike<number>, rest: number, noise: number): number {
  const limit = 4 * noise;
  const at = (i: number) => Math.min(limit, Math.max(-limit, counts[i] - rest));
  let product = 0;
  let square = 0;
  for (let i = 0; i + 1 < counts.length; i++) {
    product += at(i) * at(i + 1);
    square += at(i) * at(i);
  }
  return square === 0 ? 0 : Math.min(0.9999, Math.max(-0.9999, product / square));
}

/** At most 600 one-second medians enter; a longer take uses every n-th second. Under 1 Hz a second is one sample. */
function drift(counts: ArrayLike<number>, rateHz: number): number | null {
  const second = Math.max(1, Math.round(rateHz));
  const seconds = Math.floor(counts.length / second);
  if (seconds < 3) return null;
  const stride = Math.ceil(seconds / 600);
  const x: number[] = [];
  const y: number[] = [];
  for (let s = 0; s < seconds; s += stride) {
    x.push(s);
    y.push(levelAt(histogramOf(counts, s * second, (s + 1) * second), 0.5));
  }
  const slope = theilSenSlope(x, y);
  return slope === null ? null : slope * 60;
}
