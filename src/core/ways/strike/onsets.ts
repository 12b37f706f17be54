import { riseOf, type Onset } from '../../calibrate/onset';
import type { LaneFrames } from '../../calibrate/lane-frames';
import type { Sensor } from '../../instrument/sensor';
import { firstFrom } from '../../signal/first-from';
import { columnOf, type Frames } from '../../signal/take';
import type { StrikeCalibration } from './calibration';
import { strikesOf } from './strikes';

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
  const frames = lanes.map(({ lane, own }): LaneFrames => {
    const counts = columnOf(take, lane.column!);
    return {
      lane,
      rest: { ...UNKNOWN, rest: own.rest, noise: own.noise },
      played: [{ take: '', role: 'medium', tUs, counts }],
    };
  });
  return strikesOf(frames).flatMap((strikes, i) => {
    const { lane, own } = lanes[i];
    const [{ counts }] = frames[i].played;
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
