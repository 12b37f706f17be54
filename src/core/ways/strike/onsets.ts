import { riseOf, type Onset } from '../../calibrate/onset';
import { playedParts, windowed } from '../../calibrate/windows';
import type { LaneFrames } from '../../calibrate/lane-frames';
import type { Sensor } from '../../instrument/sensor';
import { firstFrom } from '../../signal/first-from';
import type { Frames } from '../../signal/take';
import type { StrikeCalibration } from './calibration';
import { leastStrike, strikesOf } from './strikes';

/** What is known of a lane at rest where its rest take is not at hand. */
const UNKNOWN = {
  excursion: 0,
  driftPerMinute: null,
  lag1: 0,
  standardError: 0,
  seconds: 0,
  longEnough: true,
};
/** A strike begins within so long before it is told from noise, µs. */
const BEFORE_US = 5_000;

/** The strikes of a bank in a take; what one shakes on its neighbours is none. */
export function strikeOnsets(sensor: Sensor, c: StrikeCalibration, take: Frames): Onset[] {
  const lanes = sensor.lanes.flatMap((lane) => {
    const own = c.lanes.find((l) => l.lane === lane.id);
    return own && take.channels.includes(lane.column ?? '') ? [{ lane, own }] : [];
  });
  const { tUs } = take;
  const columns = windowed(
    take,
    lanes.map(({ lane }) => lane.column!),
  );
  const frames = lanes.map(({ lane, own }, i): LaneFrames => {
    const { counts, windows } = columns[i];
    const rest = { ...UNKNOWN, rest: own.rest, noise: own.noise };
    const rests = new Float64Array(windows.mean.length).fill(own.rest);
    const parts = playedParts(windows, rests, leastStrike({ lane, rest, played: [] }));
    const part = ([from, to]: [number, number]) => ({
      ...{ take: '', role: 'medium' as const },
      ...{ tUs: tUs.subarray(from, to), counts: counts.subarray(from, to) },
    });
    return { lane, rest, played: parts.map(part) };
  });
  return strikesOf(frames).flatMap((strikes, i) => {
    const { lane, own } = lanes[i];
    const { counts } = columns[i];
    return strikes.map(({ tUs: beganUs, peakUs }) => {
      const rising = {
        ...{ tUs, from: firstFrom(tUs, beganUs - BEFORE_US), at: firstFrom(tUs, peakUs), on: own.on },
        distance: (frame: number) => Math.abs(counts[frame] - Math.round(own.rest)),
      };
      // Its note ends by itself.
      return { lane: lane.id, toUs: beganUs + 1000 * Math.max(c.lengthMs, c.maskMs), ...riseOf(rising) };
    });
  });
}
