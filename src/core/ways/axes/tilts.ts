import { quantile } from '../../signal/quantile';
import type { Axis } from './six-sides';
import type { TiltRange } from './calibration';

/** How it is played: both angles and how far off one g it was, frame by frame. */
export interface Played {
  /** Degrees, −180 … 180. */
  roll: number[];
  pitch: number[];
  /** |a| − 1, g. */
  off: number[];
}

const DEGREES = 180 / Math.PI;

/** Roll and pitch of every frame (maker's handbook 4.8: roll = atan2(ay, az), pitch = atan2(−ax, √(ay² + az²))). */
export function tiltsOf(columns: readonly Uint16Array[], axes: readonly Axis[]): Played {
  const played: Played = { roll: [], pitch: [], off: [] };
  for (let i = 0; i < columns[0].length; i++) {
    const [x, y, z] = axes.map(({ offset, gain }, axis) => (columns[axis][i] - offset) / gain);
    played.roll.push(DEGREES * Math.atan2(y, z));
    played.pitch.push(DEGREES * Math.atan2(-x, Math.hypot(y, z)));
    played.off.push(Math.hypot(x, y, z) - 1);
  }
  return played;
}

/** An angle from another, degrees, −180 … 180. */
export const turnFrom = (rest: number, angle: number): number => ((angle - rest + 540) % 360) - 180;

/** It is not tilted to a side by less than this, degrees. (Common practice, no source.) */
const LEAST_TILT = 8;
/** Share of the frames beyond an end; and the ends of a side that is its own, degrees. */
const BEYOND = 0.02;
const MOST_TILT = 175;

/** How far it was tilted to both sides of how it was held. @param rest degrees */
export function rangeOf(rest: number, angles: readonly number[]): TiltRange {
  const turned = angles.map((angle) => turnFrom(rest, angle));
  const side = (tilt: number) => (tilt < LEAST_TILT ? 0 : Math.min(MOST_TILT, tilt));
  return { rest, up: side(quantile(turned, 1 - BEYOND)), down: side(-quantile(turned, BEYOND)) };
}

/** What a first frame's worth of angles says of how it is held: their median about the first. */
export function heldAt(angles: readonly number[]): number {
  const [first] = angles;
  return turnFrom(
    0,
    first +
      quantile(
        angles.map((angle) => turnFrom(first, angle)),
        0.5,
      ),
  );
}
