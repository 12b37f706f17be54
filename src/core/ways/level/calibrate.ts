import type { Side } from './calibration';
import type { LaneLevel } from './lane-level';
import { refuse, ok, type Result } from '../../result';
import { humOf } from '../../signal/hum';
import { clippingOf } from '../../signal/rails';
import type { RestStatistics } from '../../signal/rest';
import { round } from '../../units/round';
import type { Gesture } from '../../calibrate/gesture-detector';
import { bySeverity, levelFindings } from './findings/level-findings';
import { knownOf } from './known/known';
import { gestureMark } from '../../calibrate/mark';
import { measureAttack } from './measure-attack';
import { readingsOf } from './readings';
import { calibrateSide, type CalibratedSide } from './calibrate-side';
import type { PlayedLane } from './played-lane';
import type { Bleed, LaneReport, LevelEvidence, LevelJob } from './report';
import { sidednessOf, type Sidedness } from './sidedness';
import { tradeOf } from '../../calibrate/thresholds';

/** Calibrates one lane as a level from its takes: rest and noise, polarity and sides, reach, thresholds and findings. */
export function calibrateLevel(
  { job, rest, stats, timing, played }: PlayedLane,
  bleeds: readonly Bleed[] = [],
): Result<LaneReport> {
  const fullScale = 2 ** job.bits - 1;
  const all = played.flatMap((t) => t.gestures);
  if (all.length === 0)
    return refuse({
      path: 'takes',
      says: 'nothing was played in these takes that stands clear of the noise at rest; play soft, medium and loud',
    });
  const distance = (g: Gesture) => Math.abs(g.peak - stats.rest);
  const sidedness = sidednessOf(all, distance);
  const side = (sign: 1 | -1) => calibrateSide(job, rest, stats, timing, played, sign, fullScale, bleeds);
  const up = side(sidedness === 'falling' ? -1 : 1);
  const down = sidedness === 'both' ? side(-1) : null;
  if (!up || (sidedness === 'both' && !down))
    return refuse({
      path: 'takes',
      says: `no threshold fits: noise of ${stats.noise.toFixed(1)} counts leaves no room between rest and the playing`,
    });
  const level = toLevel(job, stats, sidedness, up, down);
  const attack = measureAttack(played, level);
  if (attack.length > 0) level.attack = attack;
  const readings = readingsOf(job, stats, timing, played, level, up, down);
  const raisedBy = Math.max(up.raisedBy, down?.raisedBy ?? 0);
  const evidence: LevelEvidence = {
    job,
    rest,
    stats,
    timing,
    hum: humOf(rest.counts, timing.rateHz),
    clipping: job.takes.flatMap((take) => clippingOf(take.counts, job.bits).map((at) => ({ take, at }))),
    played,
    sidedness,
    upSide: up.side,
    level,
    readings,
    softUp: up.soft,
    raisedBy,
    bleeds,
    leftOut: [...up.leftOut, ...(down?.leftOut ?? [])],
  };
  const medium = played.find((t) => t.role === 'medium');
  const known = knownOf(job, level, stats.rest, stats.noise);
  Object.assign(level, known.record);
  if (known.readings) readings.known = known.readings;
  return ok({
    level,
    takes: job.takes.map((t) => t.id),
    raisedBy,
    overCreep: up.overCreep || (down?.overCreep ?? false),
    overBleeds: up.overBleeds || (down?.overBleeds ?? false),
    readings,
    findings: bySeverity([
      ...levelFindings(evidence),
      ...known.findings.map((f) => ({ ...f, sensor: job.sensor })),
    ]),
    pictures: known.pictures,
    trade: {
      up: tradeOf(up.side, up.soft, up.thresholds.on),
      down: down ? tradeOf(down.side, down.soft, down.thresholds.on) : null,
    },
    played: played.map(({ role, gestures, restHere }) => ({ role, gestures, restHere })),
    rest: stats,
    mark: medium ? gestureMark(medium) : null,
  });
}

function toLevel(
  job: LevelJob,
  stats: RestStatistics,
  sidedness: Sidedness,
  up: CalibratedSide,
  down: CalibratedSide | null,
): LaneLevel {
  const side = ({ reach, thresholds: { on, off } }: CalibratedSide): Side => ({ reach, dead: on, on, off });
  return {
    lane: job.lane,
    rest: round(stats.rest, 2),
    noise: round(stats.noise, 3),
    polarity: sidedness === 'falling' ? 'falling' : 'rising',
    holdOffMs: Math.max(up.holdOffMs, down?.holdOffMs ?? 0),
    up: side(up),
    down: down && side(down),
  };
}
