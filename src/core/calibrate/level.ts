import type { Calibration } from '../instrument/document';
import { refuse, ok, type Result } from '../result';
import { clippingOf, type Clipping } from '../signal/rails';
import { distinctLevels, rangeShare } from '../signal/levels';
import { humOf, type Hum } from '../signal/hum';
import { quantile } from '../signal/quantile';
import { restStatistics, type RestStatistics } from '../signal/rest';
import type { Role } from '../signal/take';
import { timingOf, type Timing } from '../signal/timing';
import { attackReach, openingsOf } from './attack';
import { detectorSettings, gesturesOf, type Gesture } from './gesture-detector';
import { levelFindings } from './level-findings';
import type { Finding } from './findings';
import { missedSoft, type Missed } from './missed';
import { playedDynamics, type PlayedDynamics } from './played-dynamics';
import { reachOf } from './reach';
import { restInTake } from './rest-in-take';
import { sidednessOf, type Sidedness } from './sides';
import {
  chooseThresholds,
  DEFAULT_PHANTOMS_PER_HOUR,
  phantomsPerHour,
  restSide,
  tradeOf,
  type RestSide,
  type Thresholds,
  type TradePoint,
} from './thresholds';

/** One sensor's column of a take. */
export interface LevelTake {
  id: string;
  role: Role;
  /** µs, never falling. */
  tUs: ArrayLike<number>;
  /** Same length; 0 … 2^bits − 1. */
  counts: ArrayLike<number>;
  /** Intended gestures, µs; they replace detection in this take. */
  marks?: readonly number[];
}

export interface LevelJob {
  bits: number;
  sensor: string;
  takes: readonly LevelTake[];
  /** Phantom notes an hour to accept. */
  phantomsPerHour?: number;
}

/** The few numbers that matter, as the server and the reading show them. */
export interface LevelReadings {
  /** At "on", both sides together. */
  falseTriggersPerHour: number;
  missedSoft: Missed;
  /** Theil–Sen, counts a minute; null where the rest take is under three seconds. */
  driftPerMinute: number | null;
  /** Levels that noise leaves apart between rest and reach, both sides together. */
  levels: number;
  /** Share of the converter between rest and reach, 0 … 1. */
  useOfRange: number;
  /** "On" above rest, in σ. */
  onSigmas: number;
  /** Standard error of rest, counts. */
  restStandardError: number;
  rateHz: number;
  jitterUs: number;
  /** Openings of the gate beyond one a gesture, in all played takes. */
  chatter: number;
  /** Distance from rest that a loud attack reaches in 10 ms, counts; null without loud gestures. */
  attack: number | null;
  dynamics: PlayedDynamics;
}

/** A played take with its gestures, each with its distance from rest. */
export interface PlayedTake extends LevelTake {
  gestures: Gesture[];
  /** Rest as it lay in this take, counts. */
  restHere: number;
}

export interface LevelReport {
  calibration: Calibration;
  readings: LevelReadings;
  findings: Finding[];
  trade: { up: TradePoint[]; down: TradePoint[] | null };
  played: PlayedTake[];
  rest: RestStatistics;
}

/** What the findings are drawn from. */
export interface LevelEvidence {
  job: LevelJob;
  rest: LevelTake;
  stats: RestStatistics;
  timing: Timing;
  hum: Hum[];
  clipping: { take: LevelTake; at: Clipping }[];
  played: PlayedTake[];
  sidedness: Sidedness;
  upSide: RestSide;
  calibration: Calibration;
  readings: LevelReadings;
  /** Distances of soft peaks on the up side, and the thresholds chosen there. */
  softUp: number[];
}

export const ATTACK_WINDOW_US = 10_000;

/**
 * Calibrates one level from its takes: rest and noise, polarity and sides, reach, thresholds, and what was noticed.
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
  };
  progress(1);
  return ok({
    calibration,
    readings,
    findings: levelFindings(evidence),
    trade: {
      up: tradeOf(up.side, up.soft, up.thresholds.on),
      down: down ? tradeOf(down.side, down.soft, down.thresholds.on) : null,
    },
    played,
    rest: stats,
  });
}

function playTake(take: LevelTake, stats: RestStatistics, fullScale: number): PlayedTake {
  const rateHz = timingOf(take.tUs)?.rateHz ?? 1000;
  const restHere = restInTake(take.counts, rateHz, stats.rest, stats.noise, fullScale);
  const settings = detectorSettings(restHere, stats.noise, rateHz, stats.lag1);
  const gestures = take.marks?.length
    ? markedGestures(take, restHere)
    : gesturesOf(take.tUs, take.counts, settings);
  return { ...take, restHere, gestures };
}

/** Each mark owns the frames from 50 ms before it to the next mark; its peak is the one furthest from rest. */
function markedGestures(take: LevelTake, rest: number): Gesture[] {
  const marks = [...take.marks!].sort((a, b) => a - b);
  const gestures = marks.map((m): Gesture => ({
    fromUs: m,
    toUs: m,
    sign: 1,
    peak: Math.round(rest),
    peakUs: m,
  }));
  let n = -1;
  for (let i = 0; i < take.counts.length; i++) {
    while (n + 1 < marks.length && take.tUs[i] >= marks[n + 1] - 50_000) n++;
    if (n < 0) continue;
    const g = gestures[n];
    g.toUs = take.tUs[i];
    if (Math.abs(take.counts[i] - rest) > Math.abs(g.peak - rest)) {
      g.peak = take.counts[i];
      g.peakUs = take.tUs[i];
      g.sign = g.peak >= rest ? 1 : -1;
    }
  }
  return gestures;
}

interface CalibratedSide {
  side: RestSide;
  thresholds: Thresholds;
  /** Distance from the whole-count rest, counts. */
  reach: number;
  /** Peaks of soft gestures, distances. */
  soft: number[];
}

function calibrateSide(
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
  const thresholds = chooseThresholds(side, job.phantomsPerHour ?? DEFAULT_PHANTOMS_PER_HOUR);
  if (!thresholds || !loudest) return null;
  const p95 = Math.round(quantile(loudest, 0.95));
  const ceiling = Math.min(
    side.room,
    Math.max(p95, ...(peaks('full').length > 0 ? peaks('full') : [side.room])),
  );
  const reach = reachOf(loudest, ceiling);
  return reach > thresholds.on ? { side, thresholds, reach, soft: peaks('soft') } : null;
}

function toCalibration(
  job: LevelJob,
  stats: RestStatistics,
  sidedness: Sidedness,
  up: CalibratedSide,
  down: CalibratedSide | null,
): Calibration {
  const whole = Math.round(stats.rest);
  const sign = sidedness === 'falling' ? -1 : 1;
  const limit = job.phantomsPerHour ?? DEFAULT_PHANTOMS_PER_HOUR;
  return {
    rest: round(stats.rest, 2),
    noise: round(stats.noise, 3),
    polarity: sidedness === 'falling' ? 'falling' : 'rising',
    reach: { up: whole + sign * up.reach, down: down ? whole - down.reach : null },
    on: whole + sign * up.thresholds.on,
    off: whole + sign * up.thresholds.off,
    onDown: down ? whole - down.thresholds.on : null,
    offDown: down ? whole - down.thresholds.off : null,
    deadZone: { up: up.thresholds.on, down: down ? down.thresholds.on : null },
    takes: job.takes.map((t) => t.id),
    method: `Rest: median. Noise: 1.4826 × MAD. On: lowest count with under ${limit} phantom notes an hour, 6 σ or more above rest; off: 4 σ below it. Reach: p95 of loud peaks plus 5 %.`,
  };
}

function readingsOf(
  job: LevelJob,
  stats: RestStatistics,
  timing: Timing,
  played: readonly PlayedTake[],
  c: Calibration,
  up: CalibratedSide,
  down: CalibratedSide | null,
): LevelReadings {
  const whole = Math.round(stats.rest);
  const sign = c.polarity === 'falling' ? -1 : 1;
  const gates = [{ sign, ...up }, ...(down ? [{ sign: -sign, ...down }] : [])];
  const openings = (take: PlayedTake) =>
    gates.flatMap((g) =>
      openingsOf(
        take.tUs,
        Int32Array.from(take.counts, (n) => g.sign * (n - whole)),
        g.thresholds,
        ATTACK_WINDOW_US,
      ),
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
    chatter: played.reduce((n, t) => n + chatterIn(openings(t).length, t, gates), 0),
    attack: attackReach(loud, up.thresholds.on),
    dynamics: playedDynamics(played, c),
  };
}

/** Openings beyond one for each gesture that reached "on". */
function chatterIn(
  openings: number,
  take: PlayedTake,
  gates: { sign: number; thresholds: Thresholds }[],
): number {
  const heard = take.gestures.filter((g) => {
    const gate = gates.find((k) => k.sign === g.sign);
    return gate && Math.abs(g.peak - take.restHere) >= gate.thresholds.on;
  }).length;
  return Math.max(0, openings - heard);
}

const round = (value: number, digits: number): number => Math.round(value * 10 ** digits) / 10 ** digits;
