import { extremesOf } from '../signal/quantile';
import { falseTriggersPerHour, observedCrossings } from './false-triggers';

/** Phantom notes an hour that a maker accepts unless told otherwise: one in ten hours. */
export const DEFAULT_PHANTOMS_PER_HOUR = 0.1;

/** "On" is at least this many σ above rest, "off" at least this many above rest and below "on". */
export const ON_SIGMAS = 6;
export const OFF_SIGMAS = 2;
export const HYSTERESIS_SIGMAS = 4;

/** What is known of rest on one side of it. */
export interface RestSide {
  /** Distance from the whole-count rest to the true rest, counts, on this side (−0.5 … 0.5). */
  restOffset: number;
  /** σ, counts. */
  noise: number;
  lag1: number;
  rateHz: number;
  /** Entry d: times that the rest take crossed distance d (see observedCrossings). */
  crossings: ArrayLike<number>;
  /** Length of the rest take, hours. */
  hours: number;
  /** Greatest distance that the converter has on this side, counts. */
  room: number;
}

/** On and off as whole distances from the whole-count rest. */
export interface Thresholds {
  on: number;
  off: number;
  /** False triggers an hour at `on`: the prediction, or what the rest take did if that is more. */
  perHour: number;
}

/**
 * What is known of rest on one side, from its take.
 * @param distances of the take's counts from the whole-count rest, on this side
 * @param sign 1 above rest, −1 below
 */
export function restSide(
  distances: ArrayLike<number>,
  stats: { rest: number; noise: number; lag1: number },
  rateHz: number,
  sign: 1 | -1,
  fullScale: number,
): RestSide {
  const whole = Math.round(stats.rest);
  return {
    restOffset: sign * (stats.rest - whole),
    noise: stats.noise,
    lag1: stats.lag1,
    rateHz,
    crossings: observedCrossings(distances),
    hours: distances.length / rateHz / 3600,
    room: sign > 0 ? fullScale - whole : whole,
  };
}

/**
 * False triggers an hour at a whole distance d. A whole count reaches d when the level behind it reaches d − ½; real
 * excursions in the rest take override the Gaussian tail.
 */
export function phantomsPerHour(side: RestSide, d: number): number {
  const observed = (side.crossings[d] ?? 0) / side.hours;
  return Math.max(observed, predictedPerHour(side, d));
}

/** The Gaussian part of {@link phantomsPerHour}. */
export const predictedPerHour = (side: RestSide, d: number): number =>
  falseTriggersPerHour((d - 0.5 - side.restOffset) / side.noise, side.rateHz, side.lag1);

/**
 * The lowest on that keeps phantom notes under the limit, at rest + 6 σ or beyond, with off 4 σ or more below it and
 * 2 σ or more above rest, as near to on as that allows so that a release is heard soon.
 * @param limit phantom notes an hour
 * @returns null where the converter has no room for it
 */
export function chooseThresholds(side: RestSide, limit = DEFAULT_PHANTOMS_PER_HOUR): Thresholds | null {
  const lowest = Math.ceil(side.restOffset + ON_SIGMAS * side.noise);
  const leastOff = Math.max(1, Math.ceil(side.restOffset + OFF_SIGMAS * side.noise));
  for (let on = Math.max(2, lowest); on < side.room; on++) {
    const off = Math.floor(on - HYSTERESIS_SIGMAS * side.noise);
    if (off < leastOff || off >= on) continue;
    if ((side.crossings[on] ?? 0) / side.hours > limit) continue;
    const perHour = phantomsPerHour(side, on);
    if (perHour <= limit) return { on, off, perHour };
  }
  return null;
}

/** One point of the trade between phantom notes and missed soft ones. */
export interface TradePoint {
  /** Distance from rest, counts. */
  distance: number;
  /** Predicted from the rest take's noise. */
  predictedPerHour: number;
  /** What the rest take itself did, an hour; 0 where it did not. */
  observedPerHour: number;
  /** Share of soft gestures that would play nothing, 0 … 1; null without any. */
  missedShare: number | null;
}

/** The trade over distances from 2 σ to well past the choice, at most 160 points. @param softPeaks distances */
export function tradeOf(side: RestSide, softPeaks: readonly number[], on: number): TradePoint[] {
  const first = Math.max(1, Math.floor(side.restOffset + OFF_SIGMAS * side.noise));
  const furthest = Math.max(
    on * 1.6,
    Math.max(0, extremesOf(softPeaks).greatest) * 1.05,
    on + 4 * side.noise,
  );
  const last = Math.min(side.room, Math.ceil(furthest));
  const stride = Math.max(1, Math.ceil((last - first) / 160));
  const points: TradePoint[] = [];
  for (let distance = first; distance <= last; distance += stride)
    points.push({
      distance,
      predictedPerHour: predictedPerHour(side, distance),
      observedPerHour: (side.crossings[distance] ?? 0) / side.hours,
      missedShare:
        softPeaks.length === 0 ? null : softPeaks.filter((p) => p < distance).length / softPeaks.length,
    });
  return points;
}
