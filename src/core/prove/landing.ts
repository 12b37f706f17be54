import { compile } from '../engine/compile';
import { distanceOf, responseOf, sideOf, stepOf } from '../engine/level';
import { LEVEL_KIND, type InputProgram } from '../engine/program';
import { shareOf } from '../engine/scale';
import { run } from '../engine/run';
import type { Instrument, Response, Sensor } from '../instrument/document';
import { secondsOf, type Frames, type Take } from '../signal/take';
import { ONE } from '../shape/table';

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
 * Plays takes through a response as the board's table would.
 * @param takes of the sensor's board, in the order in which they are to be shown
 * @throws RangeError when the sensor has no calibration
 */
export function landingOf(
  instrument: Instrument,
  sensor: Sensor,
  response: Response,
  takes: readonly Frames[],
): Landing {
  const input = inputOf(instrument, sensor, response);
  const along = new Array<number>(USE_BINS).fill(0);
  const lands = new Array<number>(USE_BINS).fill(0);
  const reached = new Array<number>(128).fill(0);
  const stride = Math.max(1, Math.ceil(takes.reduce((n, t) => n + t.tUs.length, 0) / TRACE_POINTS));
  const values: (number | null)[] = [];
  let playing = 0;
  let largestJump = 0;
  for (const take of takes) {
    const column = take.channels.indexOf(sensor.channel);
    let previous = -1;
    let highest = 0;
    if (values.length > 0) values.push(null);
    for (let i = 0; i < take.tUs.length; i++) {
      const count = take.counts[i * take.channels.length + column];
      const side = sideOf(input, count);
      const distance = distanceOf(input, count);
      const y = responseOf(input, instrument.board.tableBits, side, distance);
      const value = stepOf(0, 127, y);
      if (previous >= 0) largestJump = Math.max(largestJump, Math.abs(value - previous));
      previous = value;
      highest = Math.max(highest, value);
      if (i % stride === stride - 1) {
        values.push(highest);
        highest = 0;
      }
      const { dead, span } = input.sides[side];
      if (span === 0 || distance <= dead) continue;
      playing++;
      reached[value]++;
      along[binOf(shareOf(input.sides[side], distance - dead))]++;
      lands[binOf(y)]++;
    }
  }
  const share = (bins: number[]) => bins.map((n) => (playing === 0 ? 0 : n / playing));
  const strideUs =
    takes.length === 0 ? 0 : (stride * secondsOf(takes[0]) * 1e6) / Math.max(1, takes[0].tUs.length - 1);
  const trace = { values, strideUs };
  const levels = reached.filter((n) => n > 0 && n * 1000 >= playing).length;
  return { along: share(along), lands: share(lands), levels, largestJump, middle: middleOf(reached), trace };
}

const binOf = (share: number) => Math.min(USE_BINS - 1, Math.floor((share * USE_BINS) / ONE));

function middleOf(reached: number[]): number {
  const half = reached.reduce((a, b) => a + b, 0) / 2;
  let sum = 0;
  return Math.max(
    0,
    reached.findIndex((n) => (sum += n) >= half && half > 0),
  );
}

/** The sensor's input with another response and no voices. */
function inputOf(instrument: Instrument, sensor: Sensor, response: Response): InputProgram {
  const only = { ...instrument, sensors: [{ ...sensor, response }], voices: [] };
  const [input] = compile(only, [sensor.channel]).inputs;
  if (!input) throw new RangeError(`landingOf: a calibration of ${sensor.id} is required, it has none`);
  return { ...input, column: 0 };
}

/** Messages a minute that a sensor's voices send in its rest take, after the first of each. */
export function flickerPerMinute(instrument: Instrument, rest: Take): number {
  const program = compile(instrument, rest.channels);
  const events = run(program, rest);
  const firsts = program.inputs.reduce(
    (n, i) => n + i.levels.reduce((m, l) => m + (l.kind === LEVEL_KIND.controller14 ? 2 : 1), 0),
    0,
  );
  return secondsOf(rest) === 0 ? 0 : (Math.max(0, events.length - firsts) * 60) / secondsOf(rest);
}
