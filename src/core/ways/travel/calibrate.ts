import { noiseOf, standstillsOf, windowLevels } from '../../calibrate/standstills';
import type { BankReport, LaneReading, SensorJob } from '../../calibrate/report';
import type { Picture } from '../../calibrate/picture';
import type { Lane } from '../../instrument/sensor';
import { ok, refuse, type Result } from '../../result';
import { QUANTISATION_NOISE } from '../../signal/rest';
import { columnOf } from '../../signal/take';
import { round } from '../../units/round';
import type { TravelCalibration, TravelLane } from './calibration';
import { chooseDeadband, deadbandTrade } from './deadband';
import { travelFindings } from './findings';
import type { TravelledLane } from './travelled-lane';

/** Ends are taken a deadband, and this many σ and counts, within where it was left, so that both are always reached. */
const END_SIGMAS = 2;
const END_COUNTS = 1;
/** Fewest counts between the ends, and σ, of a lane that was moved. */
const LEAST_TRAVEL = 16;
const LEAST_SIGMAS = 24;

/**
 * Calibrates what stays where it is left: ends from where it was left in the sweep, the deadband from all places where it was left alone.
 * @param begins where the sweep begins: at the end that reads nothing (a pedal that is up), or anywhere
 */
export function calibrateTravel(job: SensorJob, begins: 'at nothing' | 'anywhere'): Result<BankReport> {
  if (!job.takes.some(({ role }) => role === 'sweep'))
    return refuse({
      path: 'takes',
      says: 'a sweep take is required: move it to one end and leave it there, then to the other',
    });
  const lanes = job.sensor.lanes.map((lane) => travelledLane(job, lane));
  const measured = lanes.filter((l) => l.record !== null);
  if (measured.length === 0)
    return refuse({
      path: 'takes',
      says: 'nothing was moved to two ends and left there in these takes; leave it at each end for half a second',
    });
  const falls = ({ record, takes }: TravelledLane) => {
    const [first] = takes.filter((t) => t.role === 'sweep')[0].counts;
    return Math.abs(first - record!.high) < Math.abs(first - record!.low);
  };
  const falling = begins === 'at nothing' && measured.filter(falls).length * 2 > measured.length;
  const calibration: TravelCalibration = {
    is: 'travel',
    polarity: falling ? 'falling' : 'rising',
    takeover: 'jump',
    lanes: measured.map((l) => l.record!),
    takes: job.takes.map((t) => t.id),
    method:
      'Ends: medians of where it was left, a deadband within. Deadband: the least that lets nothing through while it is left alone, 5 σ or more.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: { lanes: measured.map(readingOf), numbers: {} },
    findings: travelFindings(job, lanes),
    mark: null,
    pictures: measured.map(pictureOf),
  });
}

function travelledLane(job: SensorJob, lane: Lane): TravelledLane {
  const takes = job.takes
    .filter((t) => t.channels.includes(lane.column ?? ''))
    .map((t) => ({ id: t.id, role: t.role, tUs: t.tUs, counts: columnOf(t, lane.column!) }));
  const sweeps = takes.filter((t) => t.role === 'sweep');
  const stops = sweeps.flatMap((t) => standstillsOf(t.tUs, t.counts).map((p) => ({ ...p, take: t.id })));
  const noises = takes.flatMap((t) => noiseOf(t.tUs, t.counts) ?? []);
  const noise = noises.length > 0 ? Math.max(...noises) : QUANTISATION_NOISE;
  const trade = deadbandTrade(takes, noise);
  const left = stops.map(({ level }) => level);
  // Ends that were passed and not held are the furthest that it went; findings say so.
  const passed = sweeps.flatMap((t) => windowLevels(t.tUs, t.counts));
  const deadband = chooseDeadband(trade, noise);
  const record = recordOf(lane, left, noise, deadband) ?? recordOf(lane, passed, noise, deadband);
  return { lane, takes, stops, noise, record, trade };
}

function recordOf(lane: Lane, levels: readonly number[], noise: number, deadband: number): TravelLane | null {
  const margin = Math.max(deadband, END_SIGMAS * noise + END_COUNTS);
  const low = Math.ceil(Math.min(...levels) + margin);
  const high = Math.floor(Math.max(...levels) - margin);
  if (levels.length < 2 || high - low < Math.max(LEAST_TRAVEL, LEAST_SIGMAS * noise)) return null;
  return { lane: lane.id, low, high, noise: round(noise, 3), deadband };
}

const readingOf = ({ lane, stops, record }: TravelledLane): LaneReading => {
  const { low, high, noise, deadband } = record!;
  const positions = Math.floor((high - low) / (2 * deadband + 1)) + 1;
  return { lane: lane.id, gestures: stops.length, numbers: { low, high, noise, deadband, positions } };
};

const pictureOf = ({ lane, record, trade }: TravelledLane): Picture => ({
  lane: lane.id,
  title: 'What a lane that is left alone would send',
  x: { label: 'deadband', unit: 'counts' },
  y: { label: 'messages', unit: 'a minute', logFrom: 0.1 },
  lines: [{ name: 'sent', points: trade.map(({ deadband, perMinute }) => [deadband, round(perMinute, 1)]) }],
  marks: [{ x: record!.deadband, label: 'chosen' }],
});
