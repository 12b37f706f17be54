import { ticksIn } from '../../engine/clock';
import { NO_TABLE } from '../../engine/codes';
import type { Parts } from '../../engine/image/parts';
import { scaleOf } from '../../engine/scale';
import type { Sensor } from '../../instrument/sensor';
import { tableOfCurve } from '../../shape/table';
import { measuredLanes } from '../lane-records';
import { NO_LISTENERS, type Compiled, type Inputs } from '../way';
import type { StrikeCalibration } from './calibration';

/** A strike bank of the lanes whose columns there are; none where there are none. */
export function compileStrike(
  parts: Parts,
  sensor: Sensor,
  c: StrikeCalibration,
  { columns }: Inputs,
): Compiled | null {
  const { image } = parts;
  const lanes = measuredLanes(sensor, c.lanes, columns);
  if (lanes.length === 0) return null;
  const bank = {
    window_ticks: ticksIn(c.windowMs * 1000),
    mask_ticks: ticksIn(c.maskMs * 1000),
    half_life_ticks: ticksIn(c.halfLifeMs * 1000),
    length_ticks: ticksIn(c.lengthMs * 1000),
    lane: image.strikes.length,
    lanes: lanes.length,
    ...NO_LISTENERS,
    shock: Math.round(256 * (c.shockShare ?? 0)),
    pad: 0,
  };
  image.strike_banks.push(bank);
  for (const { record, column } of lanes)
    image.strikes.push({
      rest: Math.round(record.rest),
      on: record.on,
      scale: scaleOf(record.full - record.on),
      table: NO_TABLE,
      column,
      pad: 0,
    });
  return {
    index: image.strike_banks.length - 1,
    lanes: lanes.map((l) => l.place),
    bank,
    answerBy: (i, curve) => {
      if (curve) image.strikes[bank.lane + i].table = parts.table(tableOfCurve(curve, image.table_bits));
    },
  };
}
