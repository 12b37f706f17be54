import type { PlayedTake } from '../../calibrate/played-take';
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

/** Where it lies once a gesture is over, and the next has not begun, counts; one a gesture that leaves time for it. */
export function leftAfter(take: PlayedTake): number[] {
  return take.gestures.flatMap(({ toUs }, i) => {
    const from = toUs + AFTER_US;
    const next = take.gestures[i + 1]?.fromUs ?? Infinity;
    const own = within(take, from, Math.min(next - BEFORE_US, from + LEFT_US));
    return own.length > 0 ? [median(own)] : [];
  });
}
/** For so long, µs. */
const LEFT_US = 100_000;

function within({ tUs, counts }: PlayedTake, fromUs: number, toUs: number): number[] {
  const own: number[] = [];
  for (let i = 0; i < tUs.length; i++) if (tUs[i] >= fromUs && tUs[i] < toUs) own.push(counts[i]);
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
