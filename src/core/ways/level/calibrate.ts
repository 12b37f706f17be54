import type { Side } from './calibration';
import type { LaneLevel } from './lane-level';
import { refuse, ok, type Result } from '../../result';
import { humOf } from '../../signal/hum';
import { clippingOf } from '../../signal/rails';
import { restStatistics, type RestStatistics } from '../../signal/rest';
import { timingOf } from '../../signal/timing';
import { round } from '../../units/round';
import type { Gesture } from '../../calibrate/gesture-detector';
import { levelFindings } from './findings/level-findings';
import { gestureMark } from '../../calibrate/mark';
import { measureAttack } from './measure-attack';
import { readingsOf } from './readings';
import { calibrateSide, type CalibratedSide } from './calibrate-side';
import type { LaneReport, LevelEvidence, LevelJob } from './report';
import { playTake } from '../../calibrate/played-take';
import { sidednessOf, type Sidedness } from './sidedness';
import { tradeOf } from '../../calibrate/thresholds';

/**
 * Calibrates one lane as a level from its takes: rest and noise, polarity and sides, reach, thresholds and findings.
 * @param progress called with 0 … 1 as takes are done
 */
export function calibrateLevel(
  job: LevelJob,
  progress: (share: number) => void = () => {},
): Result<LaneReport> {
  const restAt = job.takes.findIndex((t) => t.role === 'rest');
  if (restAt < 0)
    return refuse({ path: 'takes', says: 'a rest take is required; record a few seconds of rest first' });
  const rest = job.takes[restAt];
  const timing = timingOf(rest.tUs);
  if (rest.counts.length < 20 || !timing)
    return refuse({
      path: `takes.${restAt}`,
      says: `a rest take of 20 frames or more is required, got ${rest.counts.length}`,
    });
  const fullScale = 2 ** job.bits - 1;
  const stats = restStatistics(rest.counts, timing.rateHz);
  progress(0.1);
  const playing = job.takes.filter((t) => t.role !== 'rest');
  const played = playing.map((take, i) => {
    const done = playTake(take, stats, fullScale);
    progress(0.1 + (0.8 * (i + 1)) / playing.length);
    return done;
  });
  const all = played.flatMap((t) => t.gestures);
  if (all.length === 0)
    return refuse({
      path: 'takes',
      says: 'nothing was played in these takes that stands clear of the noise at rest; play soft, medium and loud',
    });
  const distance = (g: Gesture) => Math.abs(g.peak - stats.rest);
  const sidedness = sidednessOf(all, distance);
  const up = calibrateSide(job, rest, stats, timing, played, sidedness === 'falling' ? -1 : 1, fullScale);
  const down = sidedness === 'both' ? calibrateSide(job, rest, stats, timing, played, -1, fullScale) : null;
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
    leftOut: [...up.leftOut, ...(down?.leftOut ?? [])],
  };
  progress(1);
  const medium = played.find((t) => t.role === 'medium');
  return ok({
    level,
    takes: job.takes.map((t) => t.id),
    raisedBy,
    readings,
    findings: levelFindings(evidence),
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
