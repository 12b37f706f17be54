import { quantile } from '../signal/quantile';
import type { RestStatistics } from '../signal/rest';
import type { Role } from '../signal/take';
import type { Timing } from '../signal/timing';
import type { LevelJob, LevelTake, PlayedTake } from './level-types';
import { calmThresholds } from './calm';
import { reachOf } from './reach';
import {
  chooseThresholds,
  DEFAULT_PHANTOMS_PER_HOUR,
  restSide,
  type RestSide,
  type Thresholds,
} from './thresholds';

/** One side of rest, calibrated. */
export interface CalibratedSide {
  side: RestSide;
  thresholds: Thresholds;
  /** Counts that "on" was raised by over the lowest that noise allows, to calm the gate. */
  raisedBy: number;
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
  const side = restSide(rest.counts, stats, timing.rateHz, sign, fullScale);
  const loudest = [peaks('loud'), peaks('medium'), peaks()].find((p) => p.length > 0);
  const lowest = chooseThresholds(side, job.phantomsPerHour ?? DEFAULT_PHANTOMS_PER_HOUR);
  if (!lowest || !loudest) return null;
  const thresholds = calmThresholds(lowest, side, played, whole, sign, peaks());
  const p95 = Math.round(quantile(loudest, 0.95));
  const ceiling = Math.min(
    side.room,
    Math.max(p95, ...(peaks('full').length > 0 ? peaks('full') : [side.room])),
  );
  const reach = reachOf(loudest, ceiling);
  if (reach <= thresholds.on) return null;
  return { side, thresholds, raisedBy: thresholds.on - lowest.on, reach, soft: peaks('soft') };
}
