import type { Calibration } from '../instrument/document';
import { distinctLevels, rangeShare } from '../signal/levels';
import type { RestStatistics } from '../signal/rest';
import type { Timing } from '../signal/timing';
import { round } from '../units/round';
import { attackReach, openingsOf } from './attack';
import { chatterOf } from './chatter';
import { distancesOf } from './distances';
import type { CalibratedSide } from './level-side';
import type { LevelJob, LevelReadings, PlayedTake } from './level-types';
import { missedSoft } from './missed';
import { playedDynamics } from './played-dynamics';
import { phantomsPerHour } from './thresholds';

/** Time from the gate's opening within which an attack is judged, µs. */
export const ATTACK_WINDOW_US = 10_000;

/** The few numbers that matter of a calibration. */
export function readingsOf(
  job: LevelJob,
  stats: RestStatistics,
  timing: Timing,
  played: readonly PlayedTake[],
  c: Calibration,
  up: CalibratedSide,
  down: CalibratedSide | null,
): LevelReadings {
  const whole = Math.round(stats.rest);
  const sign: 1 | -1 = c.polarity === 'falling' ? -1 : 1;
  const gates = [{ sign, ...up }, ...(down ? [{ sign: -1 as const, ...down }] : [])];
  const openings = (take: PlayedTake) =>
    gates.flatMap((g) =>
      openingsOf(take.tUs, distancesOf(take.counts, whole, g.sign), g.thresholds, ATTACK_WINDOW_US),
    );
  const loud = played.filter((t) => t.role === 'loud').flatMap(openings);
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
    chatter: chatterOf(played, c),
    attack: attackReach(loud, up.thresholds.on),
    dynamics: playedDynamics(played, c),
  };
}
