import { windowed } from '../../calibrate/windows';
import type { Onset } from '../../calibrate/onset';
import type { Sensor } from '../../instrument/sensor';
import type { Frames } from '../../signal/take';
import { onsetsOfLevel } from '../level/onsets';
import type { SurfaceCalibration } from './calibration';

/** The touches of a surface: where it is pressed. */
export function surfaceOnsets(
  sensor: Sensor,
  { press, polarity }: SurfaceCalibration,
  take: Frames,
): Onset[] {
  const column = sensor.lanes.find(({ id }) => id === press.lane)?.column;
  if (column === undefined || !take.channels.includes(column)) return [];
  const { lane, rest, noise, on, off, reach } = press;
  const level = { lane, rest, noise, polarity, up: { reach, dead: off, on, off }, down: null };
  return onsetsOfLevel(level, take.tUs, windowed(take, [column])[0]);
}
