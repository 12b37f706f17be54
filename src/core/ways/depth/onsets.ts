import { riseOf, type Onset } from '../../calibrate/onset';
import type { Sensor } from '../../instrument/sensor';
import { extremesOf } from '../../signal/quantile';
import { columnOf, type Frames } from '../../signal/take';
import type { DepthCalibration } from './calibration';
import { depthOf } from './key-depth';
import { strokesIn } from './key-strokes';

/** A key is up again short of this depth. (Common practice, no source.) */
const UP = 0.08;

/** The strokes of magnet keys in a take. */
export const depthOnsets = (sensor: Sensor, c: DepthCalibration, take: Frames): Onset[] =>
  sensor.lanes.flatMap(({ id, column }) => {
    const record = c.lanes.find(({ lane }) => lane === id);
    if (!record || column === undefined || !take.channels.includes(column) || take.tUs.length === 0)
      return [];
    const counts = columnOf(take, column);
    const at = depthOf(record);
    const depths = Float32Array.from({ length: extremesOf(counts).greatest + 1 }, (_, count) => at(count));
    const distance = (frame: number) => depths[counts[frame]];
    return strokesIn({ counts, depths }).map((stroke, i, all) => {
      const ends = all[i + 1]?.from ?? counts.length - 1;
      let to = stroke.to;
      while (to < ends && distance(to) > UP) to++;
      const rising = { tUs: take.tUs, distance, from: stroke.from, at: stroke.at, on: c.strike };
      return { lane: id, toUs: take.tUs[to], ...riseOf(rising) };
    });
  });
