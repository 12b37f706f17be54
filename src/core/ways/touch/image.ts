import { SLOW_US } from '../../engine/clock';
import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { measuredLanes } from '../lane-records';
import { NO_LISTENERS, type Compiled, type Inputs } from '../way';
import type { Image } from '../../engine/layout';
import { touchOf } from '../../engine/learnt';
import type { TouchCalibration, TouchLane } from './calibration';

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
  const index = image.touch_banks.length - 1;
  const own = { index, lanes: lanes.map((l) => l.place), bank };
  const learn = lanes.map((_, i) => ({ at: bank.lane + i, bank: index }));
  return { ...own, learn, learnt: (next) => learntPads(c, next, bank.lane, lanes) };
}

/** What the button has measured, in the document's terms; of pads that were not touched only the untouched level. */
function learntPads(
  c: TouchCalibration,
  { touches }: Image,
  first: number,
  lanes: readonly { record: TouchLane }[],
): TouchCalibration {
  const changed = new Map(
    lanes.map(({ record }, i) => {
      const { untouched, on, off } = touches[first + i];
      const moved = untouched !== Math.round(record.untouched);
      const far = on === record.on ? record.touched - record.untouched : signOf(c) * touchOf(on);
      const rest = moved ? untouched : record.untouched;
      return [record.lane, { ...record, untouched: rest, touched: rest + far, on, off }];
    }),
  );
  return { ...c, lanes: c.lanes.map((lane) => changed.get(lane.lane) ?? lane) };
}

const signOf = ({ polarity }: TouchCalibration): 1 | -1 => (polarity === 'falling' ? -1 : 1);
