import { playTake, type PlayedTake } from '../../calibrate/played-take';
import { laneFrames, type LaneFrames } from '../../calibrate/lane-frames';
import { bankMark } from '../../calibrate/mark';
import { standstillsOf } from '../../calibrate/standstills';
import type { BankReport, LaneReading, SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import { ok, refuse, type Result } from '../../result';
import { extremesOf, median, quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import type { LevelCalibration, LevelLane, Side } from './calibration';
import { returningPictures, type ReturnedLane } from './returning-pictures';

/** The dead zone holds this share of returns, and this many σ of noise about them. (Maker's handbook 4.8; σ: common practice.) */
const RETURNS = 0.95;
const NOISE_SIGMAS = 4;
/** A side's end is reached by all but the weakest of this share of pushes, less a little. */
const WEAK = 0.1;
const SHORT_OF_END = 0.02;
/** A push goes this share of the furthest one to its side. (Common practice, no source.) */
const PUSH_SHARE = 0.5;
/** It came back if it lies this near to its middle after a push: share of the push. */
const BACK = 0.25;
/** Fewest pushes to a side. */
const LEAST_PUSHES = 2;

interface Returning extends ReturnedLane {
  played: PlayedTake[];
  record: LevelLane | null;
  /** Pushes that it did not come back from. */
  stuck: { take: string; fromUs: number; toUs: number }[];
}

/**
 * Calibrates what a spring brings back to its middle: the middle is the median of its returns, the dead zone holds 95 % of them, and each side
 * reaches its own end exactly.
 */
export function calibrateReturning(job: SensorJob): Result<BankReport> {
  const read = laneFrames(job);
  if (!read.ok) return read;
  const fullScale = 2 ** job.board.bits - 1;
  const lanes = read.value.map((frames) => returningLane(frames, fullScale));
  const measured = lanes.filter((l) => l.record !== null);
  if (measured.length === 0)
    return refuse({
      path: 'takes',
      says: 'nothing was pushed to both ends and let go in these takes; push it to each end, and let it come back',
    });
  const calibration: LevelCalibration = {
    is: 'level',
    polarity: 'rising',
    holdOffMs: 0,
    lanes: measured.map((l) => l.record!),
    takes: job.takes.map((t) => t.id),
    method:
      'Middle: median of where it came back to. Dead zone: p95 of the returns, and 4 σ. Ends: what all but the weakest tenth of the pushes reached, less 2 %.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: { lanes: measured.map(readingOf), numbers: {} },
    findings: findingsOf(job, lanes),
    mark: bankMark(
      measured.map(({ frames, played }) => ({
        frames,
        gestures: played.flatMap((t) => t.gestures.map((g) => ({ ...g, take: t.id }))),
      })),
    ),
    pictures: returningPictures(measured),
  });
}

function returningLane(frames: LaneFrames, fullScale: number): Returning {
  const played = frames.played.map((t) =>
    playTake({ id: t.take, role: t.role, tUs: t.tUs, counts: t.counts }, frames.rest, fullScale),
  );
  const gestures = played.flatMap((t) => t.gestures);
  const furthest = gestures.reduce((most, g) => Math.max(most, Math.abs(g.peak - frames.rest.rest)), 0);
  const back = (level: number) => Math.abs(level - frames.rest.rest) < BACK * furthest;
  const standstills = frames.played.flatMap((t) =>
    standstillsOf(t.tUs, t.counts).map((p) => ({
      ...p,
      take: t.take,
      fromUs: t.tUs[p.from],
      toUs: t.tUs[p.to],
    })),
  );
  const returns = standstills.filter(({ level }) => back(level));
  const levels = returns.map(({ level }) => level);
  const middle = Math.round(median([frames.rest.rest, ...levels]));
  const scatter = quantile([0, ...levels.map((r) => Math.abs(r - middle))], RETURNS);
  const dead = Math.ceil(scatter + NOISE_SIGMAS * frames.rest.noise) + 1;
  const side = (sign: 1 | -1): Side | null => {
    const peaks = pushesOf(gestures.filter((g) => g.sign === sign).map((g) => sign * (g.peak - middle)));
    if (peaks.length < LEAST_PUSHES) return null;
    const reach = Math.floor((1 - SHORT_OF_END) * quantile(peaks, WEAK));
    const on = dead + 2;
    return reach > 2 * on ? { reach, dead, on, off: dead } : null;
  };
  const [up, down] = [side(1), side(-1)];
  const record =
    up && down ? { lane: frames.lane.id, rest: middle, noise: round(frames.rest.noise, 3), up, down } : null;
  // It rests out there for a second or more: that is no push that is held.
  const stuck = standstills.filter(({ level, fromUs, toUs }) => !back(level) && toUs - fromUs > 1_000_000);
  return { frames, played, returns, record, stuck };
}

/** What goes about as far as the furthest; the rest is the other axis's crosstalk, or a push that was broken off. */
function pushesOf(peaks: readonly number[]): number[] {
  const least = PUSH_SHARE * extremesOf(peaks).greatest;
  return peaks.filter((p) => p >= least);
}

const readingOf = ({ frames, played, returns, record }: Returning): LaneReading => {
  const { lane, rest, up, down } = record!;
  return {
    lane,
    gestures: played.reduce((n, t) => n + t.gestures.length, 0),
    numbers: {
      middle: rest,
      dead: up.dead,
      'reach up': up.reach,
      'reach down': down!.reach,
      returns: returns.length,
      noise: round(frames.rest.noise, 2),
    },
  };
};

function findingsOf(job: SensorJob, lanes: readonly Returning[]): Finding[] {
  const cures = [{ says: 'Push it to all ends again', cost: 'some seconds', redo: 'full' as const }];
  return lanes.flatMap(({ frames, record, stuck, played }) => {
    const { id } = frames.lane;
    const own = { sensor: job.sensor.id, lane: id, cures };
    const signs = new Set(played.flatMap((t) => t.gestures.map((g) => g.sign)));
    const left: Finding[] = record
      ? []
      : [
          {
            ...own,
            code: signs.size === 1 ? 'one-way-only' : 'lane-not-played',
            severity: 'fault',
            says:
              signs.size === 1
                ? `${id} was pushed one way only, so it stays silent.`
                : `${id} was not pushed to both ends, so it stays silent.`,
            causes: ['it was left out', 'its wire is off, or on another input'],
          },
        ];
    const out: Finding[] = stuck.slice(0, 1).map(({ take, fromUs, toUs }) => ({
      ...own,
      code: 'does-not-return',
      severity: 'doubt',
      evidence: { take, fromUs, toUs },
      says: `${id} stayed away from its middle for ${((toUs - fromUs) / 1e6).toFixed(1)} s.`,
      causes: ['it was held there', 'its spring is worn, or it catches'],
    }));
    return [...left, ...out];
  });
}
