import { levelOf } from '../ways/registry';
import { compile } from '../compile/compile';
import { levelReader } from '../ways/level/reader';
import { CONTROL_KIND } from '../engine/codes';
import { run } from '../engine/run';
import { boardOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { Response } from '../instrument/response';
import type { Sensor } from '../instrument/sensor';
import { framesOf } from '../signal/frames';
import { secondsOf, type Frames, type Take } from '../signal/take';

export const USE_BINS = 32;

/** Where playing lies along x and lands along y, and what that is worth; for one response on the maker's own takes. */
export interface Landing {
  /** Share of playing time in each of 32 bins from dead zone to reach. */
  along: number[];
  /** Share of playing time in each of 32 bins of the output. */
  lands: number[];
  /** 7-bit values (of 128) in each of which a thousandth of the playing time or more is spent. */
  levels: number;
  /** Largest step between two neighbouring frames, in 7-bit steps. */
  largestJump: number;
  /** Median 7-bit value while playing. */
  middle: number;
  /** Highest 7-bit value in every `strideUs`, for a picture; null between takes. */
  trace: { values: (number | null)[]; strideUs: number };
}

/** Longest picture, points. */
const TRACE_POINTS = 1200;

/**
 * Plays takes through a response as the board would send it in seven bits.
 * @param takes of the sensor's board, in the order in which they are to be shown
 * @throws RangeError when the sensor has no calibrated level
 */
export function landingOf(sensor: Sensor, response: Response, takes: readonly Frames[]): Landing {
  const level = levelOf(sensor);
  if (!level) throw new RangeError(`landingOf: a calibrated level of ${sensor.id} is required, it has none`);
  const read = levelReader(level, response);
  const along = new Array<number>(USE_BINS).fill(0);
  const lands = new Array<number>(USE_BINS).fill(0);
  const reached = new Array<number>(128).fill(0);
  const stride = Math.max(1, Math.ceil(takes.reduce((n, t) => n + t.tUs.length, 0) / TRACE_POINTS));
  const values: (number | null)[] = [];
  let playing = 0;
  let largestJump = 0;
  for (const take of takes) {
    const column = take.channels.indexOf(sensor.lanes[0].column!);
    let previous = -1;
    let highest = 0;
    if (values.length > 0) values.push(null);
    for (let i = 0; i < take.tUs.length; i++) {
      const count = take.counts[i * take.channels.length + column];
      const { share, step: value } = read(count);
      if (previous >= 0) largestJump = Math.max(largestJump, Math.abs(value - previous));
      previous = value;
      highest = Math.max(highest, value);
      if (i % stride === stride - 1) {
        values.push(highest);
        highest = 0;
      }
      if (share === 0) continue;
      playing++;
      reached[value]++;
      along[binOf(share)]++;
      lands[binOf(value / 127)]++;
    }
  }
  const shares = (bins: number[]) => bins.map((n) => (playing === 0 ? 0 : n / playing));
  const strideUs =
    takes.length === 0 ? 0 : (stride * secondsOf(takes[0]) * 1e6) / Math.max(1, takes[0].tUs.length - 1);
  const trace = { values, strideUs };
  const levels = reached.filter((n) => n > 0 && n * 1000 >= playing).length;
  return {
    along: shares(along),
    lands: shares(lands),
    levels,
    largestJump,
    middle: middleOf(reached),
    trace,
  };
}

const binOf = (share: number) => Math.min(USE_BINS - 1, Math.floor(share * USE_BINS));

function middleOf(reached: number[]): number {
  const half = reached.reduce((a, b) => a + b, 0) / 2;
  let sum = 0;
  return Math.max(
    0,
    reached.findIndex((n) => (sum += n) >= half && half > 0),
  );
}

/** Messages a minute that a sensor's voices send in its rest take, after the first of each. */
export function flickerPerMinute(instrument: Instrument, sensor: Sensor, rest: Take): number {
  const own = framesOf(rest, [sensor.lanes[0].column!], []);
  const image = compile(instrument, boardOf(instrument, sensor), own.channels);
  const firsts = image.controls.reduce((n, { kind }) => n + (kind === CONTROL_KIND.controller14 ? 2 : 1), 0);
  const events = run(image, own);
  return secondsOf(rest) === 0 ? 0 : (Math.max(0, events.length - firsts) * 60) / secondsOf(rest);
}
