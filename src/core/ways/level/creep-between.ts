import type { PlayedTake } from '../../calibrate/played-take';
import { firstFrom } from '../../signal/first-from';
import { mean } from '../../signal/mean';
import { median } from '../../signal/quantile';
import { round } from '../../units/round';

/** After a gesture its own end is over, and before the next none has begun, µs. (Common practice, no source.) */
const AFTER_US = 100_000;
const BEFORE_US = 60_000;
/** Over less no slope is told, µs; and over more creep has come to its end. */
const SHORTEST_US = 300_000;
const LONGEST_US = 1_500_000;
/** Of these shares of a pause its beginning and its end are the means: creep is less than a count. */
const END = 0.25;
/** A difference under so many of its standard errors is noise. */
const SIGMAS = 3;

/** How fast rest creeps between gestures: the median of its slopes, counts a second; 0 where noise hides it. @param noise σ, counts */
export function creepBetween(played: readonly PlayedTake[], noise: number): number {
  const slopes = played.flatMap((take) =>
    take.gestures.slice(1).flatMap((next, i) => {
      const from = take.gestures[i].toUs + AFTER_US;
      return slopesOf(take, from, Math.min(next.fromUs - BEFORE_US, from + LONGEST_US), noise);
    }),
  );
  return slopes.length > 0 ? round(median(slopes), 2) : 0;
}

/** A gesture, and where it lies once that is over. */
interface Left {
  sign: 1 | -1;
  /** Counts. */
  peak: number;
  left: number;
}

/**
 * How far from rest gestures of a side leave it, counts: what is left after most of them, in proportion to their peaks. What a player
 * does after one or another is none. @param away distance of a count from rest, on that side
 */
export function creepLeft(
  played: readonly PlayedTake[],
  sign: 1 | -1,
  away: (count: number) => number,
): number[] {
  const own = played.flatMap(leftAfter).filter((gesture) => gesture.sign === sign);
  if (own.length === 0) return [];
  const share = median(own.map(({ left, peak }) => away(left) / away(peak)));
  return own
    .map(({ left, peak }) => Math.min(away(left), MOST_LEFT * share * away(peak)))
    .filter((distance) => distance > 0);
}
/** More than this times what is most often left is not creep. (Common practice, no source.) */
const MOST_LEFT = 1.5;

/** Of each gesture that leaves time for it, before the next begins. */
function leftAfter(take: PlayedTake): Left[] {
  return take.gestures.flatMap(({ sign, peak, toUs }, i) => {
    const from = toUs + AFTER_US;
    const next = take.gestures[i + 1]?.fromUs ?? Infinity;
    const own = within(take, from, Math.min(next - BEFORE_US, from + LEFT_US));
    return own.length > 0 ? [{ sign, peak, left: median(own) }] : [];
  });
}
/** For so long, µs. */
const LEFT_US = 100_000;

/** Counts from one time up to another. */
function within({ tUs, counts }: PlayedTake, fromUs: number, toUs: number): number[] {
  const own: number[] = [];
  for (let i = firstFrom(tUs, fromUs); i < tUs.length && tUs[i] < toUs; i++) own.push(counts[i]);
  return own;
}

function slopesOf(take: PlayedTake, fromUs: number, toUs: number, noise: number): number[] {
  if (toUs - fromUs < SHORTEST_US) return [];
  const part = END * (toUs - fromUs);
  const [first, last] = [within(take, fromUs, fromUs + part), within(take, toUs - part, toUs)];
  if (first.length === 0 || last.length === 0) return [];
  const by = Math.abs(mean(last) - mean(first));
  const error = noise * Math.sqrt(1 / first.length + 1 / last.length);
  return [by < SIGMAS * error ? 0 : by / ((toUs - fromUs - part) / 1e6)];
}
