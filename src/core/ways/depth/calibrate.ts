import { strokesOf } from '../../calibrate/dynamics';
import type { BankReport, LaneReading, SensorJob } from '../../calibrate/report';
import { ok, refuse, type Result } from '../../result';
import { DYNAMIC_NAMES } from '../../shape/dynamics';
import { pooledDeviation } from '../../signal/pooled-deviation';
import { round } from '../../units/round';
import { strengthOfTime } from '../strokes/law';
import { factorsOf, sureSteps, type TimedStroke } from '../strokes/factors';
import { lawsPicture } from '../strokes/picture';
import { strokeNumbers } from '../strokes/reading';
import { timesOf } from '../strokes/times';
import { LEAST_MS, MOST_MS, type DepthCalibration } from './calibration';
import { crosstalkOf, depthsOf } from './depths';
import { depthFindings } from './findings';
import { timeBetween, timeBySlope } from './key-strokes';
import { keysOf } from './keys';
import { strokePicture } from './picture';
import type { PlayedKey } from './played-key';
import { replayed } from './replay';

/** The engine keeps times to so many µs. */
const CLOCK_US = 4;
/** Crosstalk that the damper depth may be moved for, share of the way: more is a fault of the build. */
const MOST_CROSSTALK = 0.3;

/** Calibrates magnet keys from one slow pass, and from soft, medium and loud strokes. @param progress called with 0 … 1 */
export function calibrateDepths(job: SensorJob, progress?: (share: number) => void): Result<BankReport> {
  const keys = keysOf(job, (share) => progress?.(0.5 * share));
  if (keys.length === 0)
    return refuse({
      path: 'takes',
      says: 'no key went down and up in these takes: press each slowly to its bottom, then strike it softly and loudly',
    });
  const crosstalk = crosstalkOf(keys);
  const depths = depthsOf(keys, Math.min(MOST_CROSSTALK, Math.max(0, ...crosstalk)));
  const timed = keys.map((key) => ({
    key,
    strokes: timedStrokes(key, depths.rearm, depths.strike, timeBetween),
  }));
  if (timed.every(({ strokes }) => strokes.length === 0))
    return refuse({
      path: 'takes',
      says: `no stroke came down to ${Math.round(100 * depths.strike)} % of a key’s way besides the slow pass: strike each key softly and loudly`,
    });
  const factors = factorsOf(timed, CLOCK_US);
  const even = timed.flatMap(({ key, strokes }, i) =>
    strokes.map(({ role, us }) => ({
      lane: key.lane.id,
      role,
      ms: Math.max(us, CLOCK_US) / 1000 / factors[i].factor,
    })),
  );
  const most = Math.max(...factors.map(({ factor }) => factor));
  const times = timesOf(even, most, { leastMs: LEAST_MS, mostMs: MOST_MS });
  const calibration: DepthCalibration = {
    ...{ is: 'depth', ...depths, ...times, law: 'log' },
    lanes: keys.map(({ record }, i) => ({
      ...record,
      factor: round(Math.min(5, Math.max(0.2, factors[i].factor)), 4),
    })),
    takes: job.takes.map((t) => t.id),
    method:
      'Rest: where a key lies most of the time. Bottom: the furthest of its slow pass. Depth: by the third power of the distance of its magnet, where its field grows so. Strike: as deep as nearly all strokes came. Slowest: p95 of soft strokes from re-arm to strike depth, fastest: p5 of loud ones. Factor: how far a key’s median lies from that of all, less what is chance.',
  };
  progress?.(0.6);
  const replay = replayed(job, calibration, keys);
  progress?.(1);
  const bySlope = keys.map((key) => ({
    strokes: timedStrokes(key, depths.rearm, depths.strike, timeBySlope),
  }));
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: keys.map((key, i) => readingOf(key, timed[i].strokes, factors[i], crosstalk[i])),
      numbers: {
        strikes: timed.reduce((n, { strokes }) => n + strokes.length, 0),
        missed: replay.missed.length,
        doubled: replay.extras.length,
        evenSure: sureSteps(factors, times),
        spreadByTimePercent: round(100 * spreadOf(timed), 1),
        spreadBySlopePercent: round(100 * spreadOf(bySlope), 1),
      },
    },
    findings: depthFindings(job, keys, calibration, { even, replay, crosstalk, timed }),
    mark: strokePicture(keys, calibration)?.mark ?? null,
    strokes: strokesOf(
      even.map(({ ms, ...own }) => ({ ...own, strength: strengthOfTime(ms, times, 'log') })),
    ),
    pictures: [
      lawsPicture(even, times, 'from re-arm to strike depth'),
      ...keys.flatMap((key) => strokePicture([key], calibration)?.picture ?? []),
    ],
  });
}

/** Strokes of a key by dynamics, with their times. */
function timedStrokes(
  { takes }: PlayedKey,
  from: number,
  to: number,
  time: typeof timeBetween,
): TimedStroke[] {
  return takes
    .filter(({ role }) => role !== 'slow' && role !== 'rest')
    .flatMap((take) =>
      take.strokes.flatMap((stroke) => {
        const us = time(take, stroke, from, to);
        return us === null ? [] : [{ role: take.role, us }];
      }),
    );
}

/** How far strokes of one key and dynamics scatter about their mean, share of their time: a hand’s own spread, and what measuring adds. */
const spreadOf = (keys: readonly { strokes: readonly TimedStroke[] }[]): number =>
  pooledDeviation(
    keys.flatMap(({ strokes }) =>
      DYNAMIC_NAMES.map((role) =>
        strokes.filter((s) => s.role === role).map(({ us }) => Math.log(Math.max(us, CLOCK_US))),
      ),
    ),
  );

const readingOf = (
  { lane, record }: PlayedKey,
  strokes: readonly TimedStroke[],
  factor: { factor: number; sure: number },
  crosstalk: number,
): LaneReading => ({
  lane: lane.id,
  gestures: strokes.length,
  numbers: {
    ...{ rest: record.rest, bottom: record.bottom },
    ...strokeNumbers(strokes, factor),
    crosstalkPercent: round(100 * crosstalk, 1),
  },
});
