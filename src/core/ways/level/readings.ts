import type { LaneLevel } from './lane-level';
import { creepBetween } from './creep-between';
import { distinctLevels, rangeShare } from '../../signal/levels';
import type { RestStatistics } from '../../signal/rest';
import type { Timing } from '../../signal/timing';
import { round } from '../../units/round';
import { chatterInEngine } from './chatter';
import type { CalibratedSide } from './calibrate-side';
import type { LevelJob, LevelReadings } from './report';
import type { PlayedTake } from '../../calibrate/played-take';
import { missedSoft } from '../../calibrate/missed-share';
import { playedDynamics } from './played-dynamics';
import { phantomsPerHour } from '../../calibrate/thresholds';

/** The few numbers that matter of a lane. */
export function readingsOf(
  job: LevelJob,
  stats: RestStatistics,
  timing: Timing,
  played: readonly PlayedTake[],
  level: LaneLevel,
  up: CalibratedSide,
  down: CalibratedSide | null,
): LevelReadings {
  const gates = down ? [up, down] : [up];
  const soft = gates.map((g) => missedSoft(g.soft, g.thresholds.on));
  const pooled = gates.flatMap((g) => g.soft.map((p) => p - g.thresholds.on));
  const span = gates.reduce((sum, g) => sum + g.reach, 0);
  return {
    falseTriggersPerHour: gates.reduce((sum, g) => sum + phantomsPerHour(g.side, g.thresholds.on), 0),
    missedSoft: soft.length === 1 ? soft[0] : missedSoft(pooled, 0),
    driftPerMinute: stats.driftPerMinute === null ? null : round(stats.driftPerMinute, 2),
    levels: distinctLevels(span, stats.noise),
    useOfRange: round(rangeShare(span, job.bits), 4),
    onSigmas: round((up.thresholds.on - up.side.restOffset) / stats.noise, 2),
    restStandardError: round(stats.standardError, 3),
    rateHz: round(timing.rateHz, 1),
    jitterUs: timing.jitterUs,
    creepPerSecond: creepBetween(played, stats.noise),
    chatter: chatterInEngine(played, level),
    dynamics: playedDynamics(played, level),
  };
}
