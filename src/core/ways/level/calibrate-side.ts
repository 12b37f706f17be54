import { extremesOf, quantile } from '../../signal/quantile';
import type { RestStatistics } from '../../signal/rest';
import type { Role } from '../../signal/take';
import type { Timing } from '../../signal/timing';
import type { Bleed, LevelJob } from './report';
import type { LevelTake, PlayedTake } from '../../calibrate/played-take';
import { chatterFreeThresholds } from './raise-on-threshold';
import { singlesOf } from './chatter';
import { creepLeft } from './creep-between';
import { distancesOf } from '../../calibrate/distances';
import { holdOffFor } from './hold-off';
import { reachOf } from './reach';
import { restOutliersOf, withoutOutliers, type RestOutlier } from '../../calibrate/rest-outliers';
import {
  chooseThresholds,
  phantomsPerHour,
  DEFAULT_PHANTOMS_PER_HOUR,
  restSide,
  type RestSide,
  type Thresholds,
} from '../../calibrate/thresholds';

/** More disturbances than this in a rest take count as noise. */
const MOST_OUTLIERS = 2;

/** One side of rest, calibrated. */
export interface CalibratedSide {
  side: RestSide;
  thresholds: Thresholds;
  /** Counts that "on" was raised by against chatter, over the lowest that noise allows. */
  raisedBy: number;
  /** Whether thresholds were raised over what creeps back after gestures, and over other lanes' crosstalk. */
  overCreep: boolean;
  overBleeds: boolean;
  /** Least time that the gate stays open, and then closed, ms. */
  holdOffMs: number;
  /** Disturbances of the rest take that were ignored. */
  leftOut: RestOutlier[];
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
  bleeds: readonly Bleed[],
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
  const free = chatterFreeThresholds(lowest, side, played, whole, sign, peaks());
  const away = (count: number) => sign * (count - whole);
  const overCreep = overUnplayed(free, side, creepLeft(played, sign, away), peaks());
  const thresholds = overUnplayed(
    overCreep,
    side,
    bleeds.map(({ peak }) => away(peak)),
    peaks(),
  );
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
    raisedBy: free.on - lowest.on,
    overCreep: overCreep !== free,
    overBleeds: thresholds !== overCreep,
    holdOffMs,
    leftOut,
    reach,
    soft: peaks('soft'),
  };
}

/** Clear of it by so many σ: "off", so that a note ends while a neighbour is held, or though it creeps; then "on". */
const OFF_CLEAR_SIGMAS = 2;
const ON_CLEAR_SIGMAS = 6;

/**
 * Raises both thresholds over where it lies though nobody plays it, where its own gestures all go further than that; else they
 * stay. @param unplayed, peaks distances
 */
function overUnplayed(
  found: Thresholds,
  side: RestSide,
  unplayed: readonly number[],
  peaks: readonly number[],
): Thresholds {
  const most = unplayed.reduce((a, b) => Math.max(a, b), 0);
  const off = Math.ceil(most + OFF_CLEAR_SIGMAS * side.noise);
  const on = Math.ceil(most + ON_CLEAR_SIGMAS * side.noise) + 1;
  if (most < found.off || on >= Math.min(side.room, extremesOf(peaks).least)) return found;
  return on <= found.on
    ? { ...found, off: Math.min(off, found.on - 1) }
    : { on, off, perHour: phantomsPerHour(side, on) };
}

/**
 * The lowest thresholds over a rest take. One or two disturbances as strong as soft playing are ignored and reported, since
 * "on" raised over them would silence soft notes; weaker ones, and more of them, count as noise.
 * @param softPeaks distances
 */
function lowestOver(
  distances: Int32Array,
  sideOf: (distances: Int32Array) => RestSide,
  limit: number,
  softPeaks: readonly number[],
): { side: RestSide; lowest: Thresholds | null; leftOut: RestOutlier[] } {
  const over = (outliers: RestOutlier[]) => {
    const side = sideOf(withoutOutliers(distances, outliers));
    return { side, lowest: chooseThresholds(side, limit), leftOut: outliers };
  };
  const missed = ({ lowest }: { lowest: Thresholds | null }) =>
    lowest ? softPeaks.filter((p) => p < lowest.on).length : softPeaks.length;
  const all = over([]);
  const outliers = restOutliersOf(distances, all.side.noise, all.side.rateHz);
  if (outliers.length === 0 || outliers.length > MOST_OUTLIERS) return all;
  const without = over(outliers);
  return missed(without) < missed(all) ? without : all;
}
