import type { Picture } from '../../calibrate/picture';
import type { BankReport, SensorJob } from '../../calibrate/report';
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
  const has = (t: Take) => names.every((name) => t.channels.includes(name));
  const takes = job.takes.filter(has);
  const columnsIn = (t: Take) => names.map((name) => columnOf(t, name));
  const lying = takes.filter(({ role }) => role === 'sides');
  if (lying.length === 0)
    return refuse({
      path: 'takes',
      says: 'a take of its six sides with all three axes is required: hold it still on each of them',
    });
  const sides = lying.flatMap((take) => sidesOf(take, columnsIn(take)));
  const six = sixSides(sides);
  if (!six.ok)
    return refuse({
      path: 'takes',
      says: `it lay still on ${counted(sides.length, 'side')}${
        six.axis === null ? '' : `, and ${job.sensor.lanes[six.axis].id} never pointed both up and down`
      }; hold it still on each of its six sides for half a second`,
    });
  const { axes } = six;
  const sweep = takes.find(({ role }) => role === 'sweep');
  const played = sweep ? tiltsOf(columnsIn(sweep), axes) : null;
  const first = sweep
    ? Math.max(
        1,
        sweep.tUs.findIndex((t) => t - sweep.tUs[0] >= HELD_US),
      )
    : 0;
  const range = (angles: number[] | undefined): TiltRange => {
    if (!angles) return USUAL;
    const { rest, up, down } = rangeOf(heldAt(angles.slice(0, first)), angles);
    return { rest: round(rest, 2), up: round(up, 2), down: round(down, 2) };
  };
  const off = played ? quantile(played.off.map(Math.abs), 0.99) : STEADY[0];
  const calibration: AxesCalibration = {
    is: 'axes',
    lanes: axes.map((own, axis) => ({
      ...{ lane: job.sensor.lanes[axis].id, noise: round(noiseOf(sides, axis), 3) },
      ...{ offset: round(own.offset, 3), gain: round(own.gain, 3) },
      ...{ offsetError: round(own.offsetError, 4), gainError: round(own.gainError, 4) },
    })),
    roll: range(played?.roll),
    pitch: range(played?.pitch),
    steady: round(Math.min(STEADY[1], Math.max(STEADY[0], SHAKEN * off)), 3),
    takes: job.takes.map((t) => t.id),
    method:
      'Offset and gain: from six sides on which it lay still, their slant taken out. Range: 98 of 100 frames as it was played, from how it was held at first.',
  };
  const { roll, pitch, steady } = calibration;
  return ok({
    is: 'bank',
    calibration,
    readings: {
      lanes: calibration.lanes.map(({ lane, offset, gain, noise, offsetError, gainError }) => ({
        lane,
        gestures: sides.length,
        numbers: { offset, gain, noise, offsetError, gainError },
      })),
      numbers: {
        rollUp: roll.up,
        rollDown: roll.down,
        pitchUp: pitch.up,
        pitchDown: pitch.down,
        steadyG: steady,
      },
    },
    findings: axesFindings(job, { sides, axes, calibration, sweep }),
    mark: null,
    pictures: axes.map((own, axis) => pictureOf(job.sensor.lanes[axis].id, axis, own, sides)),
  });
}

const noiseOf = (sides: readonly Side[], axis: number): number =>
  quantile(
    sides.map(({ noises }) => noises[axis]),
    0.5,
  );

/** What an axis read on each side, between one g up and one g down. */
function pictureOf(lane: string, axis: number, { offset, gain }: Axis, sides: readonly Side[]): Picture {
  const across = (name: string, count: number) => ({
    name,
    points: [
      [1, count],
      [sides.length, count],
    ] as [number, number][],
    predicted: true,
  });
  return {
    lane,
    title: 'What it read on each side',
    x: { label: 'side', unit: 'in the order held' },
    y: { label: 'read', unit: 'counts' },
    lines: [
      {
        name: 'held still',
        points: sides.map(({ levels }, i): [number, number] => [i + 1, levels[axis]]),
        dots: true,
      },
      across('1 g', offset + gain),
      across('level', offset),
      across('−1 g', offset - gain),
    ],
    marks: [],
  };
}
