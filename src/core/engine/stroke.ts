import type { Image } from './layout';
import { mapped } from './map';
import { pitchOfPeriod } from './pitch-of-period';
import { shareOf, type Scale } from './scale';
import { LEAST_TIME, MOST_TIME, TIME_UNIT_US } from './stroke-time';

/** A stroke of so many ms on the scale of its strength. */
export const speedOfMs = (ms: number): number => speedOfTime(Math.round((1000 * ms) / TIME_UNIT_US));

/** A stroke of this time on the scale of its strength: even steps of it are even ratios of time. @param time units of {@link TIME_UNIT_US} @returns 1/512 semitone, rising with speed */
export const speedOfTime = (time: number): number =>
  pitchOfPeriod(Math.min(MOST_TIME, Math.max(LEAST_TIME, time)));

/**
 * Strength of a stroke, Q15: logarithmic in its time (maker's handbook 4.6); a table makes another law of it.
 * @param slowest what {@link speedOfTime} gives for the slowest stroke @param scale from there to the fastest
 */
export function strokeStrength(
  image: Image,
  scale: Scale,
  slowest: number,
  table: number,
  time: number,
): number {
  const speed = speedOfTime(time);
  return mapped(image, table, speed <= slowest ? 0 : shareOf(scale, speed - slowest));
}
