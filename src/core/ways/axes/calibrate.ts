import type { Picture } from '../../calibrate/picture';
import type { BankReport, SensorJob } from '../../calibrate/report';
import type { Lane } from '../../instrument/sensor';
import { ok, refuse, type Result } from '../../result';
import { quantile } from '../../signal/quantile';
import { columnOf, type Take } from '../../signal/take';
import { counted } from '../../units/counted';
import { round } from '../../units/round';
import type { AxesCalibration, TiltRange } from './calibration';
import { axesFindings } from './findings';
import { sidesOf, type Side } from './sides';
import { sixSides, type Axis } from './six-sides';
import { heldAt, rangeOf, tiltsOf } from './tilts';

/** The first moments of a sweep: it is held as it is played, µs. */
const HELD_US = 300_000;
/** What is further off one g than playing ever is, by this factor, is shaken; least and most, g. (Common practice, no source.) */
const SHAKEN = 1.5;
const STEADY: [number, number] = [0.15, 0.6];
/** Where it was not played: an eighth of a turn to each side of lying flat. */
const USUAL: TiltRange = { rest: 0, up: 45, down: 45 };

/** Calibrates three axes from six sides, and the range of roll and pitch from how it is played. */
export function calibrateAxes(job: SensorJob): Result<BankReport> {
  const names = job.sensor.lanes.map(({ column }) => column ?? '');
  const takes = job.takes
    .filter((t) => names.every((name) => t.channels.includes(name)))
    .map((take): AxesTake => ({ ...take, columns: names.map((name) => columnOf(take, name)) }));
  const read = readSides(job, takes);
  if (!read.ok) return read;
  const { sides, axes } = read.value;
  const sweep = takes.find(({ role }) => role === 'sweep');
  const calibration: AxesCalibration = {
    is: 'axes',
    lanes: axes.map((own, axis) => ({
      ...{ lane: job.sensor.lanes[axis].id, noise: round(noiseOf(sides, axis), 3) },
      ...{ offset: round(own.offset, 3), gain: round(own.gain, 3) },
      ...{ offsetError: round(own.offsetError, 4), gainError: round(own.gainError, 4) },
    })),
    ...(sweep ? playedRanges(sweep, axes) : { roll: USUAL, pitch: USUAL, steady: STEADY[0] }),
    takes: job.takes.map((t) => t.id),
    method:
      'Offset and gain: from six sides on which it lay still, their slant taken out. Range: 98 of 100 frames as it was played, from how it was held at first.',
  };
  return ok({
    is: 'bank',
    calibration,
    readings: readingsOf(calibration, sides.length),
    findings: axesFindings(job, { sides, axes, calibration, sweep }),
    mark: null,
    pictures: [pictureOf(job.sensor.lanes, axes, sides)],
  });
}

/** A take with the counts of each axis, one a frame. */
interface AxesTake extends Take {
  columns: Uint16Array[];
}

function readSides(job: SensorJob, takes: readonly AxesTake[]): Result<{ sides: Side[]; axes: Axis[] }> {
  const lying = takes.filter(({ role }) => role === 'sides');
  if (lying.length === 0)
    return refuse({
      path: 'takes',
      says: 'a take of its six sides with all three axes is required: hold it still on each of them',
    });
  const sides = lying.flatMap((take) => sidesOf(take, take.columns));
  const six = sixSides(sides);
  if (six.ok) return ok({ sides, axes: six.axes });
  const still = `it lay still on ${counted(sides.length, 'side')}`;
  const never =
    six.axis === null ? '' : `, and ${job.sensor.lanes[six.axis].id} never pointed both up and down`;
  return refuse({
    path: 'takes',
    says: `${still}${never}; hold it still on each of its six sides for half a second`,
  });
}

/** Both ranges as it is played, from how it is held at first; and how far off one g playing goes, with room. */
function playedRanges(
  sweep: AxesTake,
  axes: readonly Axis[],
): Pick<AxesCalibration, 'roll' | 'pitch' | 'steady'> {
  const { roll, pitch, off } = tiltsOf(sweep.columns, axes);
  const held = Math.max(1, sweep.tUs.filter((t) => t - sweep.tUs[0] < HELD_US).length);
  const range = (angles: number[]): TiltRange => {
    const { rest, up, down } = rangeOf(heldAt(angles.slice(0, held)), angles);
    return { rest: round(rest, 2), up: round(up, 2), down: round(down, 2) };
  };
  const furthest = SHAKEN * quantile(off.map(Math.abs), 0.99);
  const steady = round(Math.min(STEADY[1], Math.max(STEADY[0], furthest)), 3);
  return { roll: range(roll), pitch: range(pitch), steady };
}

const readingsOf = (
  { lanes, roll, pitch, steady }: AxesCalibration,
  gestures: number,
): BankReport['readings'] => ({
  lanes: lanes.map(({ lane, offset, gain, noise, offsetError, gainError }) => ({
    ...{ lane, gestures },
    numbers: { offset, gain, noise, offsetError, gainError },
  })),
  numbers: {
    ...{ rollUp: roll.up, rollDown: roll.down, pitchUp: pitch.up, pitchDown: pitch.down },
    steadyG: steady,
  },
});

const noiseOf = (sides: readonly Side[], axis: number): number =>
  quantile(
    sides.map(({ noises }) => noises[axis]),
    0.5,
  );

/** What each axis read on the six sides, along its bar from one g down to one g up. */
function pictureOf(lanes: readonly Lane[], axes: readonly Axis[], sides: readonly Side[]): Picture {
  const names = lanes.map(({ id }) => id);
  const ofAxes = (points: (axis: Axis, at: number) => [number, number][]) => axes.flatMap(points);
  return {
    lane: names.join(', '),
    title: 'What its six sides read',
    x: { label: 'read', unit: 'counts' },
    y: { label: 'axis', unit: '', names },
    lines: [
      {
        name: 'held still',
        points: ofAxes((_, at) => sides.map(({ levels }): [number, number] => [levels[at], at])),
        dots: true,
      },
      { name: 'level', points: ofAxes(({ offset }, at) => [[offset, at]]), dots: true },
      {
        name: '1 g down to 1 g up',
        points: ofAxes(({ offset, gain }, at) => [
          [offset - gain, at],
          [offset + gain, at],
        ]),
        bars: true,
      },
    ],
    marks: [],
  };
}
