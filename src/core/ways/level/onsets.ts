import { rateOf, riseOf, type Onset, type Rising } from '../../calibrate/onset';
import { restAlong } from '../../calibrate/rest-along';
import { playedParts, windowed, type Windowed, type Windows } from '../../calibrate/windows';
import { detectorSettings, gesturesOf, type DetectorSettings } from '../../calibrate/gesture-detector';
import type { Sensor } from '../../instrument/sensor';
import { firstFrom } from '../../signal/first-from';
import type { Frames } from '../../signal/take';
import type { LevelCalibration } from './calibration';
import { laneLevel, signOf, type LaneLevel } from './lane-level';
import { repeatsIn } from './repeats';

/** A gesture is meant from this many σ on: nearer to rest no threshold may lie (maker's handbook 4.1). It begins and ends a little nearer. */
const LEAST_SIGMAS = 6;
const BEGIN_SIGMAS = 5;
const END_SIGMAS = 4;
/** And from this time on, beyond a quarter of its peak; what is shorter is a knock, µs. (Common practice, no source.) */
const LEAST_US = 20_000;
const QUARTER = 0.25;
/** The detector smooths: it hears a gesture begin a little after it does, µs. */
const EARLIER_US = 60_000;

/** Rest has moved by so many σ, or this share of the reach, at most. (Common practice, no source.) */
const MOST_SIGMAS = 6;
const MOST_SHARE = 0.03;

/** The gestures of a sensor's levels in a take. */
export function levelOnsets(sensor: Sensor, c: LevelCalibration, take: Frames): Onset[] {
  const lanes = sensor.lanes.flatMap(({ id, column }) => {
    const level = laneLevel(c, id);
    return level && column !== undefined && take.channels.includes(column) ? [{ level, column }] : [];
  });
  const columns = windowed(
    take,
    lanes.map(({ column }) => column),
  );
  return lanes.flatMap(({ level }, i) => onsetsOfLevel(level, take.tUs, columns[i]));
}

export function onsetsOfLevel(level: LaneLevel, tUs: Float64Array, { counts, windows }: Windowed): Onset[] {
  const { rest, noise, up, down } = level;
  const most = Math.max(MOST_SIGMAS * noise, MOST_SHARE * up.reach);
  const rests = restAlong(windows, { rest, noise, most, sign: down ? 0 : signOf(level) });
  const settings = settingsOf(level, tUs);
  return playedParts(windows, rests, settings.begin).flatMap(([from, to]) => {
    const own = tUs.subarray(from, to);
    return onsetsInPart(level, own, steadied(rest, windows, rests, counts, from, to), settings);
  });
}

/** Counts of a part as if rest had stayed where it was measured. */
function steadied(
  rest: number,
  windows: Windows,
  rests: Float64Array,
  counts: Uint16Array,
  from: number,
  to: number,
): Float64Array {
  const steady = new Float64Array(to - from);
  const whole = Math.round(rest);
  let window = firstFrom(windows.firsts, from + 1) - 1;
  for (let i = from; i < to; i++) {
    if (i >= windows.firsts[window + 1]) window++;
    steady[i - from] = counts[i] - rests[window] + whole;
  }
  return steady;
}

function onsetsInPart(
  level: LaneLevel,
  tUs: Float64Array,
  steady: Float64Array,
  settings: DetectorSettings,
): Onset[] {
  return gesturesOf(tUs, steady, settings).flatMap((gesture) => {
    const side = gesture.sign === signOf(level) ? level.up : level.down;
    if (!side) return [];
    const distance = (frame: number) => gesture.sign * (steady[frame] - settings.rest);
    return repeatsIn(gesture, tUs, distance, settings.end).flatMap(({ fromUs, sinceUs, toUs, peakUs }) => {
      const from = firstFrom(tUs, Math.max(sinceUs, fromUs - EARLIER_US));
      const rising = { tUs, distance, from, at: firstFrom(tUs, peakUs), on: side.on };
      const isShort = beyondUs(rising, firstFrom(tUs, toUs)) < LEAST_US;
      const isFaint = distance(rising.at) < LEAST_SIGMAS * level.noise;
      return isShort || isFaint ? [] : [{ lane: level.lane, toUs, ...riseOf(rising) }];
    });
  });
}

function settingsOf({ rest, noise }: LaneLevel, tUs: Float64Array): DetectorSettings {
  const usual = detectorSettings(Math.round(rest), noise, rateOf(tUs));
  return {
    ...usual,
    begin: Math.max(usual.begin, BEGIN_SIGMAS * noise),
    end: Math.max(usual.end, END_SIGMAS * noise),
  };
}

/** How long a gesture is beyond a quarter of its peak. */
function beyondUs({ tUs, distance, from, at }: Rising, to: number): number {
  let us = 0;
  for (let i = from + 1; i <= Math.min(to, tUs.length - 1); i++)
    if (distance(i) >= QUARTER * distance(at)) us += tUs[i] - tUs[i - 1];
  return us;
}
