import type { Picture } from '../../calibrate/picture';
import type { BankReport, SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import { ok, refuse, type Result } from '../../result';
import { debounceFor } from '../../parts/debounce';
import { quantile } from '../../signal/quantile';
import type { Take } from '../../signal/take';
import { round } from '../../units/round';
import type { SpeedCalibration, SpeedLane } from './calibration';
import { evennessOf } from './evenness';
import { speedFindings } from './findings';
import { periodsOf, pulsesOf, type Period } from './pulses';
import type { SpunLane } from './spun-lane';
import { LEAST_RATIO } from './way';

/** Fewest periods that tell a slowest and a fastest. (Common practice, no source.) */
const LEAST_PERIODS = 8;
/** It stands once no pulse has come for so many of its slowest periods. (Common practice, no source.) */
const STOP_PERIODS = 1.5;
/** It was turned slower than the slowest that counts, or faster than the fastest, for this share of the time. (Common practice, no source.) */
const SLOWEST_SHARE = 0.1;
const FASTEST_SHARE = 0.05;
/** Ripple under which a period is taken as it is; each smoothing halves it, or nearly: share of the speed. (Common practice, no source.) */
const EVEN = 0.015;
const MOST_SMOOTHING = 3;
/** Usual magnets, where the sheet does not say. */
const MAGNETS = 6;

/** Calibrates wheels from a sweep: slow, faster, as fast as it is played, then let go. */
export function calibrateSpeed(job: SensorJob): Result<BankReport> {
  const sweep = job.takes.find(({ role, edges }) => role === 'sweep' && edges && edges.tUs.length > 0);
  if (!sweep)
    return refuse({
      path: 'takes',
      says: 'a sweep take with edges is required: turn it slowly, then faster, and let it stop',
    });
  const magnets = Math.max(1, Math.round(job.sensor.facts?.magnets ?? MAGNETS));
  const lanes = job.sensor.lanes.map((lane) => spunLane(sweep, lane, magnets));
  const measured = lanes.filter((l) => l.record !== null);
  if (measured.length === 0)
    return refuse({
      path: 'takes',
      says: `no wheel was turned from slow to fast: ${LEAST_PERIODS} pulses or more are required, the fastest ${LEAST_RATIO} times as fast as the slowest`,
    });
  const calibration: SpeedCalibration = {
    is: 'speed',
    lanes: measured.map((l) => l.record!),
    takes: job.takes.map((t) => t.id),
    method:
      'Periods between closings, a median of three. Slowest: as for nine tenths of the time before the fastest it was not slower. Fastest: as for a twentieth of the time it was faster. It stands after one and a half of its slowest.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: measured.map(({ lane, periods, record }) => ({
        lane: lane.id,
        gestures: periods.length + 1,
        numbers: {
          slowestMs: record!.slowestMs,
          fastestMs: record!.fastestMs,
          stopMs: record!.stopMs,
          unevenPercent: round(100 * record!.unevenness, 1),
          lateMs: round((2 ** record!.smoothing - 1) * record!.fastestMs, 1),
        },
      })),
      numbers: { magnets },
    },
    findings: speedFindings(job, lanes),
    mark: null,
    pictures: measured.flatMap((own) => [speedPicture(own, magnets)]),
  });
}

function spunLane(take: Take, lane: Lane, magnets: number): SpunLane {
  const edges = take.edges!;
  const { closings, bounceMs } = pulsesOf(edges, lane.contacts?.[0] ?? '');
  const periods = periodsOf(closings);
  const evenness = evennessOf(periods, magnets);
  const fromUs = take.tUs[0] ?? edges.tUs[0];
  return {
    ...{ lane, take: take.id, fromUs, closings, periods, evenness },
    record: recordOf(lane, periods, evenness.unevenness, bounceMs),
  };
}

function recordOf(
  lane: Lane,
  periods: readonly Period[],
  unevenness: number,
  bounceMs: number,
): SpeedLane | null {
  if (periods.length < LEAST_PERIODS) return null;
  const smoothed = medianOfThree(periods.map(({ us }) => us / 1000));
  const fastest = smoothed.indexOf(Math.min(...smoothed));
  const fastestMs = timeQuantile(smoothed, FASTEST_SHARE);
  const slowestOf = (own: readonly number[]) => timeQuantile(own, 1 - SLOWEST_SHARE);
  // What runs down after the fastest is slower than it was played; where the fastest came first, there is nothing else.
  const slowestMs = [smoothed.slice(0, Math.max(1, fastest)), smoothed]
    .map(slowestOf)
    .find((ms) => ms >= LEAST_RATIO * fastestMs);
  if (slowestMs === undefined) return null;
  let smoothing = 0;
  while (smoothing < MOST_SMOOTHING && unevenness / 2 ** smoothing > EVEN) smoothing++;
  return {
    lane: lane.id,
    slowestMs: round(Math.min(2000, slowestMs), 2),
    fastestMs: round(fastestMs, 2),
    stopMs: round(Math.min(3000, STOP_PERIODS * slowestMs), 1),
    bounceMs: Math.min(debounceFor(bounceMs), Math.floor(fastestMs / 4)),
    unevenness: round(unevenness, 4),
    smoothing,
  };
}

/** The period under which this share of the time was spent, not of the pulses: slow ones are few. */
function timeQuantile(periods: readonly number[], share: number): number {
  const rising = [...periods].sort((a, b) => a - b);
  let left = share * rising.reduce((sum, ms) => sum + ms, 0);
  return rising.find((ms) => (left -= ms) <= 0) ?? rising[rising.length - 1];
}

/** Each with its neighbours: a pulse that was missed, or one too many, moves none. */
const medianOfThree = (values: readonly number[]): number[] =>
  values.map((_, i) => quantile(values.slice(Math.max(0, i - 1), i + 2), 0.5));

/** How fast it turned, with the slowest that sounds and the fastest. */
function speedPicture({ lane, fromUs, periods, record }: SpunLane, magnets: number): Picture {
  const turns = (ms: number) => round(1000 / (ms * magnets), 3);
  const points = periods.map(({ tUs, us }): [number, number] => [(tUs - fromUs) / 1e6, turns(us / 1000)]);
  const across = (name: string, ms: number) => ({
    name,
    points: [
      [points[0][0], turns(ms)],
      [points.at(-1)![0], turns(ms)],
    ] as [number, number][],
    predicted: true,
  });
  return {
    lane: lane.id,
    title: 'How fast it turned, pulse by pulse',
    x: { label: 'time', unit: 's' },
    y: { label: 'speed', unit: 'turns/s' },
    lines: [
      { name: 'turned', points, dots: true },
      across('slowest that sounds', record!.slowestMs),
      across('fastest', record!.fastestMs),
    ],
    marks: [],
  };
}
