import { SLOW_US } from '../../engine/clock';
import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { measuredLanes } from '../lane-records';
import { NO_LISTENERS, type Compiled, type Inputs } from '../way';
import type { TouchCalibration } from './calibration';

const slowIn = (seconds: number) => Math.min(0xffff, Math.max(1, Math.round((seconds * 1e6) / SLOW_US)));

/** A touch bank of the lanes whose columns there are; none where there are none */
export function compileTouch(
  parts: Parts,
  sensor: Sensor,
  c: TouchCalibration,
  { columns }: Inputs,
): Compiled | null {
  const { image } = parts;
  const lanes = measuredLanes(sensor, c.lanes, columns);
  if (lanes.length === 0) return null;
  const bank = {
    follow_slow: slowIn(1 / c.followPerSecond),
    longest_slow: slowIn(c.longestTouchS),
    lane: image.touches.length,
    lanes: lanes.length,
    falling: c.polarity === 'falling' ? 1 : 0,
    ...NO_LISTENERS,
    pad: 0,
  };
  image.touch_banks.push(bank);
  for (const { record, column } of lanes)
    image.touches.push({
      untouched: Math.round(record.untouched),
      on: record.on,
      off: record.off,
      column,
      pad: 0,
    });
  return { index: image.touch_banks.length - 1, lanes: lanes.map((l) => l.place), bank };
}
