import type { LevelCalibration } from './calibration';
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
import type { LevelEvidence, LevelJob, LevelReport } from './report';
import { playTake } from '../../calibrate/played-take';
import { sidednessOf, type Sidedness } from './sidedness';
import { DEFAULT_PHANTOMS_PER_HOUR, tradeOf } from '../../calibrate/thresholds';

/**
 * Calibrates one level from its takes: rest and noise, polarity and sides, reach, thresholds and findings.
 * @param progress called with 0 … 1 as takes are done
 */
export function calibrateLevel(
  job: LevelJob,
  progress: (share: number) => void = () => {},
): Result<LevelReport> {
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
  const calibration = toCalibration(job, stats, sidedness, up, down);
  const attack = measureAttack(played, calibration);
  if (attack.length > 0) calibration.attack = attack;
  const readings = readingsOf(job, stats, timing, played, calibration, up, down);
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
    calibration,
    readings,
    softUp: up.soft,
    raisedBy: Math.max(up.raisedBy, down?.raisedBy ?? 0),
    leftOut: [...up.leftOut, ...(down?.leftOut ?? [])],
  };
  progress(1);
  const medium = played.find((t) => t.role === 'medium');
  return ok({
    is: 'level',
    calibration,
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

function toCalibration(
  job: LevelJob,
  stats: RestStatistics,
  sidedness: Sidedness,
  up: CalibratedSide,
  down: CalibratedSide | null,
): LevelCalibration {
  const whole = Math.round(stats.rest);
  const sign = sidedness === 'falling' ? -1 : 1;
  const limit = job.phantomsPerHour ?? DEFAULT_PHANTOMS_PER_HOUR;
  const raisedBy = Math.max(up.raisedBy, down?.raisedBy ?? 0);
  const holdOffMs = Math.max(up.holdOffMs, down?.holdOffMs ?? 0);
  const raised = raisedBy > 0 ? ` On then raised by ${raisedBy}, so that the gate opens once a gesture.` : '';
  return {
    is: 'level',
    rest: round(stats.rest, 2),
    noise: round(stats.noise, 3),
    polarity: sidedness === 'falling' ? 'falling' : 'rising',
    reach: { up: whole + sign * up.reach, down: down ? whole - down.reach : null },
    on: whole + sign * up.thresholds.on,
    off: whole + sign * up.thresholds.off,
    onDown: down ? whole - down.thresholds.on : null,
    offDown: down ? whole - down.thresholds.off : null,
    deadZone: { up: up.thresholds.on, down: down ? down.thresholds.on : null },
    holdOffMs,
    takes: job.takes.map((t) => t.id),
    method: `Rest: median. Noise: 1.4826 × MAD. On: lowest count with under ${limit} phantom notes an hour, 6 σ or more above rest; off: 4 σ below it.${raised} Hold-off: one and a half times the slowest passage of the gate. Reach: p95 of loud peaks plus 5 %.`,
  };
}
