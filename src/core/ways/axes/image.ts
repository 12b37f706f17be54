import type { Parts } from '../../engine/image/parts';
import { scaleOf } from '../../engine/scale';
import type { Sensor } from '../../instrument/sensor';
import { compileLevel } from '../level/image';
import type { Compiled, Inputs } from '../way';
import type { AxesCalibration } from './calibration';
import { axesLevel, TILT_PORTS, unitsOfDegrees } from './lane-level';

/** Noise within which nothing has moved, σ. */
const STILL_SIGMAS = 2;
/** One g, as the engine has it. */
const ONE_G = 16384;

/**
 * Three axes, which derive two columns, pitch and roll. Their levels stand one after another, as the lanes do that their ports name.
 * @returns null where one of the axes is not among the columns, or it is not tilted at all
 */
export function compileAxes(
  parts: Parts,
  sensor: Sensor,
  c: AxesCalibration,
  { columns }: Inputs,
): Compiled | null {
  const { image } = parts;
  const places = sensor.lanes.map(({ column }) => columns.indexOf(column ?? ''));
  if (places.some((place) => place < 0)) return null;
  const levels = TILT_PORTS.map((port, i) => axesLevel(c, sensor.lanes[i].id, port));
  if (levels.every((level) => level === undefined)) return null;
  const into = parts.derivedColumn();
  parts.derivedColumn();
  image.tilts.push({
    axes: c.lanes.map(({ offset, gain }) => ({
      scale: scaleOf(Math.min(65535, Math.round(2 * gain))),
      offset: Math.round(offset),
    })),
    slack: Math.floor(STILL_SIGMAS * Math.max(...c.lanes.map(({ noise }) => noise))),
    steady: Math.round(c.steady * ONE_G),
    rests: TILT_PORTS.map((port) => unitsOfDegrees(c[port].rest) & 0xffff) as [number, number],
    columns: places,
    into,
  });
  const index = image.levels.length;
  const lanes = levels.flatMap((level, lane) => {
    if (level) image.levels.push(compileLevel(level, into + lane));
    return level ? [lane] : [];
  });
  return { index, levels: { pitch: index, roll: index }, lanes, bank: null };
}
