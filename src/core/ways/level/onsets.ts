import { rateOf, riseOf, type Onset, type Rising } from '../../calibrate/onset';
import { detectorSettings, gesturesOf, type DetectorSettings } from '../../calibrate/gesture-detector';
import type { Sensor } from '../../instrument/sensor';
import { firstFrom } from '../../signal/first-from';
import { columnOf, type Frames } from '../../signal/take';
import type { LevelCalibration } from './calibration';
import { laneLevel, signOf, type LaneLevel } from './lane-level';
import { restAlong } from './rest-along';

/** A gesture is meant from this many σ on: nearer to rest no threshold may lie (maker's handbook 4.1). It begins and ends a little nearer. */
const LEAST_SIGMAS = 6;
const BEGIN_SIGMAS = 5;
const END_SIGMAS = 4;
/** And from this time on, beyond a quarter of its peak; what is shorter is a knock, µs. (Common practice, no source.) */
const LEAST_US = 20_000;
const QUARTER = 0.25;
/** The detector smooths: it hears a gesture begin a little after it does, µs. */
const EARLIER_US = 60_000;

/** The gestures of a sensor's levels in a take. */
export const levelOnsets = (sensor: Sensor, c: LevelCalibration, take: Frames): Onset[] =>
  sensor.lanes.flatMap(({ id, column }) => {
    const level = laneLevel(c, id);
    return level && column !== undefined && take.channels.includes(column)
      ? onsetsOfLevel(level, take.tUs, columnOf(take, column))
      : [];
  });

/** @param counts one a frame */
export function onsetsOfLevel(level: LaneLevel, tUs: ArrayLike<number>, counts: ArrayLike<number>): Onset[] {
  const restAt = restAlong(level, tUs, counts);
  const whole = Math.round(level.rest);
  // As if rest had stayed where it was measured.
  const steady = Float64Array.from({ length: tUs.length }, (_, i) => counts[i] - restAt(tUs[i]) + whole);
  return gesturesOf(tUs, steady, settingsOf(level, tUs)).flatMap(({ fromUs, toUs, peakUs, sign }) => {
    const side = sign === signOf(level) ? level.up : level.down;
    const distance = (frame: number) => sign * (steady[frame] - whole);
    const [from, at] = [firstFrom(tUs, fromUs - EARLIER_US), firstFrom(tUs, peakUs)];
    const rising = { tUs, distance, from, at, on: side?.on ?? Infinity };
    const isShort = beyondUs(rising, firstFrom(tUs, toUs)) < LEAST_US;
    if (!side || isShort || distance(at) < LEAST_SIGMAS * level.noise) return [];
    return [{ lane: level.lane, toUs, ...riseOf(rising) }];
  });
}

function settingsOf({ rest, noise }: LaneLevel, tUs: ArrayLike<number>): DetectorSettings {
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
