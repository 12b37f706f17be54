import { extremesOf, quantile } from '../signal/quantile';
import type { RestStatistics } from '../signal/rest';
import type { Role } from '../signal/take';
import type { Timing } from '../signal/timing';
import type { LevelJob, LevelTake, PlayedTake } from './level-types';
import { calmThresholds } from './calm';
import { singlesOf } from './chatter';
import { distancesOf } from './distances';
import { holdOffFor } from './hold-off';
import { reachOf } from './reach';
import { straysOf, withoutStrays, type Stray } from './strays';
import {
  chooseThresholds,
  DEFAULT_PHANTOMS_PER_HOUR,
  restSide,
  type RestSide,
  type Thresholds,
} from './thresholds';

/** More than this many in a rest take are no accident. */
const MOST_STRAYS = 2;

/** One side of rest, calibrated. */
export interface CalibratedSide {
  side: RestSide;
  thresholds: Thresholds;
  /** Counts that "on" was raised by over the lowest that noise allows, to calm the gate. */
  raisedBy: number;
  /** Least time that the gate stays open, and then closed, ms. */
  holdOffMs: number;
  /** What moved in the rest take and was left out. */
  leftOut: Stray[];
  /** Distance from the whole-count rest, counts. */
  reach: number;
  /** Peaks of soft gestures, distances. */
  soft: number[];
}

/** Thresholds and reach of one side; null where nothing was played on it or no threshold fits. @param sign 1 up, −1 down */
export function calibrateSide(
  job: LevelJob,
  rest: LevelTake,
  stats: RestStatistics,
  timing: Timing,
  played: readonly PlayedTake[],
  sign: 1 | -1,
  fullScale: number,
): CalibratedSide | null {
  const whole = Math.round(stats.rest);
  const peaks = (role?: Role) =>
    played
      .filter((t) => !role || t.role === role)
      .flatMap((t) => t.gestures.filter((g) => g.sign === sign).map((g) => sign * (g.peak - whole)));
  const loudest = [peaks('loud'), peaks('medium'), peaks()].find((p) => p.length > 0);
  const sideOf = (distances: Int32Array) => restSide(distances, stats, timing.rateHz, sign, fullScale);
  const limit = job.phantomsPerHour ?? DEFAULT_PHANTOMS_PER_HOUR;
  const { side, lowest, leftOut } = lowestOver(
    distancesOf(rest.counts, whole, sign),
    sideOf,
    limit,
    peaks('soft'),
  );
  if (!lowest || !loudest) return null;
  const thresholds = calmThresholds(lowest, side, played, whole, sign, peaks());
  const p95 = Math.round(quantile(loudest, 0.95));
  const ceiling = Math.min(
    side.room,
    Math.max(p95, peaks('full').length > 0 ? extremesOf(peaks('full')).greatest : side.room),
  );
  const reach = reachOf(loudest, ceiling);
  if (reach <= thresholds.on) return null;
  const holdOffMs = holdOffFor(singlesOf(played, whole, sign), thresholds, played);
  return {
    side,
    thresholds,
    raisedBy: thresholds.on - lowest.on,
    holdOffMs,
    leftOut,
    reach,
    soft: peaks('soft'),
  };
}

/**
 * The lowest thresholds over a rest take. What moved in it counts, unless it is an accident or two as strong as soft
 * playing: then it is left out, or one cough would silence every soft note.
 * @param softPeaks distances
 */
function lowestOver(
  distances: Int32Array,
  sideOf: (distances: Int32Array) => RestSide,
  limit: number,
  softPeaks: readonly number[],
): { side: RestSide; lowest: Thresholds | null; leftOut: Stray[] } {
  const over = (strays: Stray[]) => {
    const side = sideOf(withoutStrays(distances, strays));
    return { side, lowest: chooseThresholds(side, limit), leftOut: strays };
  };
  const missed = ({ lowest }: { lowest: Thresholds | null }) =>
    lowest ? softPeaks.filter((p) => p < lowest.on).length : softPeaks.length;
  const all = over([]);
  const strays = straysOf(distances, all.side.noise, all.side.rateHz);
  if (strays.length === 0 || strays.length > MOST_STRAYS) return all;
  const without = over(strays);
  return missed(without) < missed(all) ? without : all;
}
