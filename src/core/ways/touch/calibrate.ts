import type { TouchedLane } from './touched-lane';
import { laneFrames, type LaneFrames } from '../../calibrate/lane-frames';
import { bankMark } from '../../calibrate/mark';
import type { BankReport, LaneReading, SensorJob } from '../../calibrate/report';
import type { TouchCalibration, TouchLane } from './calibration';
import { ok, refuse, type Result } from '../../result';
import { median, quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import { touchFindings } from './findings';
import { touchesOf, type Touch } from './touches';

/** Shares of the way from untouched to touched at which a pad is touched, and released (maker's handbook 4.5). */
const ON_SHARE = 0.6;
const OFF_SHARE = 0.4;
/** Least distances, in σ of the untouched level: "on" from it, and "off" below "on". */
const ON_SIGMAS = 6;
const HYSTERESIS_SIGMAS = 4;
/** "On" clears what neighbours cause by this much. (Common practice, no source.) */
const CROSSTALK_MARGIN = 1.25;
/** The untouched level follows a twentieth of the lowest "on" a second: a slow finger is not followed. (Common practice, no source.) */
const FOLLOW_SHARE = 0.05;
/** A touch of this length is a change of the untouched level, s. (Common practice, no source.) */
const LONGEST_TOUCH_S = 30;

/** Calibrates touch pads: untouched and touched levels of each lane, "on" and "off" between them. */
export function calibrateTouch(job: SensorJob): Result<BankReport> {
  const read = laneFrames(job);
  if (!read.ok) return read;
  const moved = read.value
    .map((frames) => ({ frames, touches: touchesOf(frames) }))
    .filter(({ touches }) => touches.length > 0);
  const sign = signOf(moved);
  const played = moved.filter(({ touches }) => touches[0].sign === sign);
  if (played.length === 0)
    return refuse({
      path: 'takes',
      says: 'no pad was touched in these takes so that it stands clear of the noise; touch each pad in turn',
    });
  const lanes = played.map((p): TouchedLane => {
    const crosstalk = crosstalkOf(p, played);
    return { ...p, ...recordOf(p.frames, p.touches, crosstalk), crosstalk };
  });
  const calibration: TouchCalibration = {
    is: 'touch',
    polarity: sign > 0 ? 'rising' : 'falling',
    followPerSecond: round(
      Math.min(60, Math.max(0.1, FOLLOW_SHARE * Math.min(...lanes.map((l) => l.record.on)))),
      2,
    ),
    longestTouchS: LONGEST_TOUCH_S,
    lanes: lanes.map((l) => l.record),
    takes: job.takes.map((t) => t.id),
    method:
      'Untouched: median of rest. Touched: median of the touches. On at 60 %, off at 40 % of the way, further where noise or neighbours ask for it.',
  };
  const readings = lanes.map(({ frames, touches, delta, record, crosstalk }): LaneReading => ({
    lane: record.lane,
    gestures: touches.length,
    numbers: {
      untouched: record.untouched,
      touched: record.touched,
      on: record.on,
      signalToNoise: round(delta / frames.rest.noise, 1),
      crosstalkPercent: round((100 * crosstalk) / delta, 1),
    },
  }));
  return ok({
    is: 'bank',
    calibration,
    readings: { lanes: readings, numbers: { followPerSecond: calibration.followPerSecond } },
    findings: touchFindings(job, read.value, lanes, moved),
    mark: bankMark(lanes.map(({ frames, touches }) => ({ frames, gestures: touches.map(asGesture) }))),
  });
}

/** Which way a bank's counts go when it is touched: as most lanes say. */
function signOf(lanes: readonly Played[]): Touch['sign'] {
  const rising = lanes.filter(({ touches }) => touches[0].sign > 0).length;
  return rising * 2 >= lanes.length ? 1 : -1;
}

function recordOf({ lane, rest }: LaneFrames, touches: readonly Touch[], crosstalk: number) {
  const touched = median(touches.map((t) => t.level));
  const delta = Math.abs(touched - rest.rest);
  const noise = Math.ceil(ON_SIGMAS * rest.noise);
  const wanted = Math.max(Math.round(ON_SHARE * delta), noise, Math.ceil(CROSSTALK_MARGIN * crosstalk));
  const on = Math.max(2, Math.min(wanted, Math.floor(delta)));
  const off = Math.min(Math.round(OFF_SHARE * delta), on - Math.ceil(HYSTERESIS_SIGMAS * rest.noise));
  const record: TouchLane = {
    lane: lane.id,
    untouched: round(rest.rest, 2),
    noise: round(rest.noise, 3),
    touched: round(touched, 2),
    on,
    off: Math.max(1, Math.min(on - 1, off)),
  };
  return { record, delta };
}

const asGesture = (t: Touch) => ({ ...t, peak: t.level, peakUs: t.fromUs });

type Played = { frames: LaneFrames; touches: Touch[] };

/** How far a lane goes while another one alone is touched: the p95 of its distances then, the worst neighbour's. */
function crosstalkOf(own: Played, all: readonly Played[]): number {
  let worst = 0;
  for (const other of all) {
    if (other === own) continue;
    const distances = other.touches.flatMap((touch) => distancesDuring(own, touch));
    if (distances.length > 0) worst = Math.max(worst, quantile(distances, 0.95));
  }
  return worst;
}

/** Distances of a lane from its rest within another's touch; none where it is touched itself about that time. */
function distancesDuring({ frames, touches }: Played, touch: Touch): number[] {
  const take = frames.played.find((p) => p.take === touch.take);
  const both = touches.some(
    (t) => t.take === touch.take && t.fromUs < touch.toUs + 50_000 && t.toUs > touch.fromUs - 50_000,
  );
  if (!take || both) return [];
  const found: number[] = [];
  for (let i = 0; i < take.tUs.length; i++)
    if (take.tUs[i] >= touch.fromUs && take.tUs[i] <= touch.toUs)
      found.push(Math.abs(take.counts[i] - frames.rest.rest));
  return found;
}
