import type { LaneLevel } from './lane-level';
import { signOf } from './lane-level';

/** Rest is looked for in windows of this length that are quiet: their counts lie within so many σ, and so many counts. */
const WINDOW_US = 50_000;
const QUIET_SIGMAS = 8;
const QUIET_COUNTS = 3;
/** It has moved by so many σ, or this share of the reach, at most: what lies further off is held, not rest. (Common practice, no source.) */
const MOST_SIGMAS = 6;
const MOST_SHARE = 0.03;
/** It is what is quiet within this time of a window, nearest to where nobody plays: the share of such windows that it lies above. */
const AROUND_US = 1_000_000;
const LOWEST = 0.2;

interface Quiet {
  atUs: number;
  level: number;
}

/**
 * Where rest lies along a take: it may creep by more than its noise, with moisture and warmth, while somebody plays.
 * @returns one a window of 50 ms, with the time of the first, µs
 */
export function restAlong(
  level: LaneLevel,
  tUs: ArrayLike<number>,
  counts: ArrayLike<number>,
): (atUs: number) => number {
  if (tUs.length === 0) return () => level.rest;
  const quiet = quietWindows(level, tUs, counts);
  const [startUs, endUs] = [tUs[0], tUs[tUs.length - 1]];
  const steps = 1 + Math.floor((endUs - startUs) / WINDOW_US);
  const rests = new Float64Array(steps);
  let [from, to, last] = [
    0,
    0,
    quiet.length > 0 ? lowestOf(level, quiet.slice(0, 20), level.rest) : level.rest,
  ];
  for (let i = 0; i < steps; i++) {
    const atUs = startUs + i * WINDOW_US;
    while (to < quiet.length && quiet[to].atUs <= atUs + AROUND_US) to++;
    while (from < to && quiet[from].atUs < atUs - AROUND_US) from++;
    if (to > from) last = lowestOf(level, quiet.slice(from, to), last);
    rests[i] = last;
  }
  return (atUs) => rests[Math.min(steps - 1, Math.max(0, Math.floor((atUs - startUs) / WINDOW_US)))];
}

/** Means of the windows that are quiet, and near enough to rest. */
function quietWindows(level: LaneLevel, tUs: ArrayLike<number>, counts: ArrayLike<number>): Quiet[] {
  const spread = Math.max(QUIET_COUNTS, QUIET_SIGMAS * level.noise);
  const most = Math.max(MOST_SIGMAS * level.noise, MOST_SHARE * level.up.reach);
  const found: Quiet[] = [];
  for (let first = 0; first < tUs.length;) {
    let [sum, least, greatest, i] = [0, Infinity, -Infinity, first];
    for (; i < tUs.length && tUs[i] - tUs[first] < WINDOW_US; i++) {
      const count = counts[i];
      sum += count;
      if (count < least) least = count;
      if (count > greatest) greatest = count;
    }
    const mean = sum / (i - first);
    if (i - first > 1 && greatest - least <= spread && Math.abs(mean - level.rest) <= most)
      found.push({ atUs: tUs[first], level: mean });
    first = i;
  }
  return found;
}

/** What lies nearest to where nobody plays: the lowest of what is played upwards, of what is played both ways the nearest to what it was. */
function lowestOf(level: LaneLevel, quiet: readonly Quiet[], last: number): number {
  const away = ({ level: own }: Quiet) =>
    level.down ? Math.abs(own - last) : signOf(level) * (own - level.rest);
  const sorted = [...quiet].sort((a, b) => away(a) - away(b));
  return sorted[Math.floor(LOWEST * (sorted.length - 1))].level;
}
