import type { Picture } from '../../calibrate/picture';
import type { BankReport, SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import { ok, refuse, type Result } from '../../result';
import type { Take } from '../../signal/take';
import { round } from '../../units/round';
import { HIGHEST_PITCH, LOWEST_PITCH, type ToneCalibration, type ToneLane } from './calibration';
import { toneFindings } from './findings';
import { hzOf } from '../../pitch/frequency';
import { closingsOf, followed, noiseOf, stretchesOf, timeQuantile, type Period } from './periods';
import type { SoundedLane } from './sounded-lane';
import { LEAST_SPAN } from './way';

/** The lowest and the highest are reached for this share of the time on each side. (Common practice, no source.) */
const END_SHARE = 0.02;
/** Periods in a row that must agree before it sounds: noise alone agrees so often by chance that fewer would sound. (Common practice, no source.) */
const PRESENCE = 5;
/** σ under which a pitch is taken as it is, cents; each smoothing lets through less of it. */
const CALM_CENTS = 4;
const MOST_SMOOTHING = 3;
/** Points of a tone that are drawn. */
const DRAWN = 600;

/** Calibrates tones from a sweep: silence, from the lowest to the highest, silence. */
export function calibrateTones(job: SensorJob): Result<BankReport> {
  const sweep = job.takes.find(({ role, edges }) => role === 'sweep' && edges && edges.tUs.length > 0);
  if (!sweep)
    return refuse({
      path: 'takes',
      says: 'a sweep take with edges is required: a contact that closes once a period, with its times in µs. Sound it from the lowest to the highest, with silence before and after',
    });
  const lanes = job.sensor.lanes.map((lane) => soundedLane(sweep, lane));
  const measured = lanes.filter((l) => l.record !== null);
  if (measured.length === 0)
    return refuse({
      path: 'takes',
      says: `no tone was followed from low to high: ${LEAST_SPAN} semitones or more are required, ${saysFound(lanes[0])}`,
    });
  const calibration: ToneCalibration = {
    is: 'tone',
    lanes: measured.map((l) => l.record!),
    takes: job.takes.map((t) => t.id),
    method: `Periods between closings that follow one another evenly; what lies an octave off for a moment is left out. Lowest and highest: what it is below and above for ${100 * END_SHARE} % of the time that it sounds.`,
  };
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: measured.map(({ lane, kept, octaves, record }) => ({
        lane: lane.id,
        gestures: kept.length,
        numbers: {
          lowestHz: round(hzOf(record!.lowest), 1),
          highestHz: round(hzOf(record!.highest), 1),
          noiseCents: record!.noise,
          octaveErrors: octaves.length,
          lateMs: round((1000 * (1 + 2 ** record!.smoothing)) / hzOf(record!.lowest), 1),
        },
      })),
      numbers: {},
    },
    findings: toneFindings(job, lanes),
    mark: null,
    pictures: measured.map(tonePicture),
  });
}

const saysFound = ({ kept }: SoundedLane): string => {
  if (kept.length === 0) return 'nothing sounded evenly';
  const [low, high] = [timeQuantile(kept, END_SHARE), timeQuantile(kept, 1 - END_SHARE)];
  return `it went from ${hzOf(low).toFixed(0)} to ${hzOf(high).toFixed(0)} Hz`;
};

function soundedLane(take: Take, lane: Lane): SoundedLane {
  const edges = take.edges!;
  const closings = closingsOf(edges, lane.contacts?.[0] ?? '');
  const stretches = stretchesOf(closings).map(followed);
  const kept = stretches.flatMap((s) => s.kept);
  const octaves = stretches.flatMap((s) => s.octaves);
  const fromUs = Math.min(take.tUs[0] ?? Infinity, edges.tUs[0]);
  const toUs = Math.max(take.tUs.at(-1) ?? 0, edges.tUs[edges.tUs.length - 1]);
  return {
    ...{ lane, take: take.id, fromUs, toUs, closings, kept, octaves },
    record: recordOf(lane, kept),
  };
}

function recordOf(lane: Lane, kept: readonly Period[]): ToneLane | null {
  if (kept.length === 0) return null;
  const within = (pitch: number) => Math.min(HIGHEST_PITCH, Math.max(LOWEST_PITCH, pitch));
  const lowest = within(timeQuantile(kept, END_SHARE));
  const highest = within(timeQuantile(kept, 1 - END_SHARE));
  if (highest - lowest < LEAST_SPAN) return null;
  const noise = noiseOf(kept);
  let smoothing = 0;
  while (smoothing < MOST_SMOOTHING && noise / 2 ** smoothing > CALM_CENTS) smoothing++;
  return {
    lane: lane.id,
    lowest: round(lowest, 3),
    highest: round(highest, 3),
    presence: PRESENCE,
    noise: round(noise, 2),
    smoothing,
  };
}

/** Its pitch, period by period, with the lowest and the highest that count. */
function tonePicture({ lane, fromUs, kept, record }: SoundedLane): Picture {
  const every = Math.max(1, Math.ceil(kept.length / DRAWN));
  const points = kept
    .filter((_, i) => i % every === 0)
    .map(({ tUs, pitch }): [number, number] => [round((tUs - fromUs) / 1e6, 3), round(pitch, 2)]);
  const across = (name: string, pitch: number) => ({
    name,
    points: [
      [points[0][0], round(pitch, 2)],
      [points.at(-1)![0], round(pitch, 2)],
    ] as [number, number][],
    predicted: true,
  });
  return {
    lane: lane.id,
    title: 'How high it sounded, period by period',
    x: { label: 'time', unit: 's' },
    y: { label: 'pitch', unit: 'note number' },
    lines: [
      { name: 'sounded', points, dots: true },
      across('lowest', record!.lowest),
      across('highest', record!.highest),
    ],
    marks: [],
  };
}
