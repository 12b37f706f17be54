import { histogramOf, levelAt } from '../signal/histogram';
import { extremesOf, median, quantile } from '../signal/quantile';
import { restStatistics } from '../signal/rest';
import { theilSenSlope } from '../signal/theil-sen';

/** The level that a lane lies at while nobody plays it, found in a recording that may hold playing too. */
export interface Plateau {
  /** Median of its windows, counts. */
  rest: number;
  /** Median of its windows' σ, counts. */
  noise: number;
  /** Share of the recording that lies there, 0 … 1. */
  share: number;
  /** Theil–Sen slope of its windows' medians, counts a minute; null where they span less than three seconds. */
  driftPerMinute: number | null;
  /** How far the drift has moved it from its first to its last window, counts. */
  drifted: number;
  /** Its windows, rising: the first frame of each, its level, its σ, and how far apart its least and greatest counts lie. */
  windows: { from: number; level: number; noise: number; swing: number }[];
  /** All windows of the recording, likewise, and the frames of one. */
  all: Plateau['windows'];
  width: number;
}

/** Windows of this length are told apart, s; one is never shorter than so many frames. */
const WINDOW_SECONDS = 0.25;
const LEAST_FRAMES = 12;
/** A window is still where its σ is under so many times that of the stillest fifth, and this many counts more. */
const STILL_TIMES = 2.5;
const STILL_COUNTS = 0.5;
/** And where all its counts lie within so many of those σ, and this many counts more: a strike is short. */
const SWING_TIMES = 10;
const SWING_COUNTS = 4;
/** Windows lie at one level where neighbours differ by under so many σ; a slow drift is followed so. */
const APART = 8;
/** Share of the full scale that rest may differ by anyway. */
const APART_OF_SCALE = 0.004;

/**
 * Finds the rest level of a lane: the level at which most of its still windows lie.
 * @param counts one a frame, a window or more @param fullScale counts
 */
export function plateauOf(counts: Uint16Array, rateHz: number, fullScale: number): Plateau {
  const width = Math.min(counts.length, Math.max(LEAST_FRAMES, Math.round(WINDOW_SECONDS * rateHz)));
  const all = windowsOf(counts, rateHz, width);
  const stillest = quantile(
    all.map((w) => w.noise),
    0.2,
  );
  const quiet = all.filter((w) => w.noise <= STILL_TIMES * stillest + STILL_COUNTS);
  const unstruck = quiet.filter((w) => w.swing <= SWING_TIMES * w.noise + SWING_COUNTS);
  const still = unstruck.length > 0 ? unstruck : quiet;
  const apart = Math.max(APART * stillest, APART_OF_SCALE * fullScale);
  const windows = largest(clustersOf(still, apart));
  const levels = windows.map((w) => w.level);
  const seconds = windows.map((w) => w.from / rateHz);
  const spans = seconds.length > 3 && seconds[seconds.length - 1] - seconds[0] >= 3;
  const slope = spans ? theilSenSlope(...thinned(seconds, levels)) : null;
  return {
    rest: median(levels),
    noise: median(windows.map((w) => w.noise)),
    share: windows.length / all.length,
    driftPerMinute: slope === null ? null : slope * 60,
    drifted: slope === null ? 0 : slope * (seconds[seconds.length - 1] - seconds[0]),
    windows,
    all,
    width,
  };
}

function windowsOf(counts: Uint16Array, rateHz: number, width: number) {
  const windows: Plateau['windows'] = [];
  for (let from = 0; from + width <= counts.length; from += width) {
    const own = counts.subarray(from, from + width);
    const { rest, noise } = restStatistics(own, rateHz);
    const { least, greatest } = extremesOf(own);
    windows.push({ from, level: rest, noise, swing: greatest - least });
  }
  return windows;
}

/** Windows whose levels can be reached from one another in steps of less than `apart`. */
function clustersOf(windows: Plateau['windows'], apart: number): Plateau['windows'][] {
  const sorted = [...windows].sort((a, b) => a.level - b.level);
  const clusters: Plateau['windows'][] = [];
  sorted.forEach((w, i) => {
    if (i === 0 || w.level - sorted[i - 1].level > apart) clusters.push([]);
    clusters[clusters.length - 1].push(w);
  });
  return clusters;
}

const largest = (clusters: Plateau['windows'][]) =>
  clusters.reduce((a, b) => (b.length > a.length ? b : a)).sort((a, b) => a.from - b.from);

/** At most 400 points, evenly: the slope's work grows with their square. */
function thinned(x: number[], y: number[]): [number[], number[]] {
  const stride = Math.ceil(x.length / 400);
  const kept = (v: number[]) => v.filter((_, i) => i % stride === 0);
  return [kept(x), kept(y)];
}

/** Counts that are passed over at either end of a reach: one that was misread does not count, and a strike is short. */
const MISREAD = 2;

/** p99.9 − p0.1 of counts (handbook 3), and the third least and third greatest, between which all playing lies. */
export function reachOf(counts: Uint16Array): { excursion: number; low: number; high: number } {
  const h = histogramOf(counts);
  const nth = (n: number) => levelAt(h, n / counts.length);
  return {
    excursion: levelAt(h, 0.999) - levelAt(h, 0.001),
    low: nth(Math.min(counts.length, MISREAD + 0.5)),
    high: nth(Math.max(0, counts.length - MISREAD - 0.5)),
  };
}
