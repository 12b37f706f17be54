import { mean } from '../../signal/mean';
import { depthAt } from './magnet-law';

/** A slow way down: times, µs, and shares of the way that counts go. */
export interface SlowPass {
  tUs: readonly number[];
  shares: readonly number[];
}

/** Distances of a magnet that are tried, in ways of a key: from nearly touching to so far that counts are as good as straight. */
const DISTANCES = [1.1, 1.2, 1.35, 1.5, 1.7, 2, 2.4, 3, 4, 6, 10];
/** Of a way down that much is looked at: a hand begins and ends it unevenly. */
const FROM = 0.08;
const TO = 0.92;
/** Fewest frames that tell. */
const LEAST_FRAMES = 12;

/**
 * Distance of the magnets of a bank, in ways of a key, as measured: that by which slow passes went most evenly in time. For sensors of
 * which it is not known what they read without a magnet. @returns null where there is no slow pass
 */
export function distanceByEvenness(passes: readonly SlowPass[]): number | null {
  const own = passes.map(within).filter(({ tUs }) => tUs.length >= LEAST_FRAMES);
  if (own.length === 0) return null;
  const uneven = DISTANCES.map((distance) =>
    own.reduce(
      (sum, { tUs, shares }) =>
        sum +
        unevenness(
          tUs,
          shares.map((s) => depthAt(s, distance)),
        ),
      0,
    ),
  );
  return DISTANCES[uneven.indexOf(Math.min(...uneven))];
}

/** From the last frame that lies above, to the first that lies below. */
function within({ tUs, shares }: SlowPass): SlowPass {
  const end = shares.findIndex((s) => s >= TO);
  const begin = shares.slice(0, Math.max(0, end)).findLastIndex((s) => s < FROM) + 1;
  return { tUs: tUs.slice(begin, end), shares: shares.slice(begin, end) };
}

/** Share of the variance of depths that a straight line in time leaves: 1 − r². */
function unevenness(tUs: readonly number[], depths: readonly number[]): number {
  const n = tUs.length;
  const [mt, md] = [mean(tUs), mean(depths)];
  let [tt, dd, td] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    tt += (tUs[i] - mt) ** 2;
    dd += (depths[i] - md) ** 2;
    td += (tUs[i] - mt) * (depths[i] - md);
  }
  return tt > 0 && dd > 0 ? 1 - (td * td) / (tt * dd) : 1;
}
