import { levelAt, histogramOf } from '../signal/histogram';
import { extremesOf, median } from '../signal/quantile';

/**
 * Where rest lies in a take that was played: the median of its quiet 50 ms windows near the known rest. Rest wanders
 * with moisture and warmth, so each take is judged from its own.
 * @param counts the take's counts
 * @param rest, noise of the rest take, counts
 * @param fullScale 2^bits − 1, counts
 * @returns counts; the known rest where the take never comes near it
 */
export function restInTake(
  counts: ArrayLike<number>,
  rateHz: number,
  rest: number,
  noise: number,
  fullScale: number,
): number {
  const size = Math.max(5, Math.round(rateHz / 20));
  const quiet: number[] = [];
  for (let at = 0; at + size <= counts.length; at += size) {
    const window = Array.from({ length: size }, (_, i) => counts[at + i]);
    const level = levelAt(histogramOf(window), 0.5);
    const { least, greatest } = extremesOf(window);
    const spread = greatest - least;
    if (spread <= Math.max(3, 8 * noise)) quiet.push(level);
  }
  const within = (reach: number) => quiet.filter((level) => Math.abs(level - rest) <= reach);
  const near = within(Math.max(2, 6 * noise));
  if (near.length >= 3 || near.length * size * 10 > counts.length) return median(near);
  const around = within(0.05 * fullScale);
  return around.length >= 3 ? median(around) : rest;
}
