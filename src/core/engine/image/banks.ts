import { SLOW_US, ticksIn } from '../clock';
import { scaleOf } from '../scale';
import type { ContactsCalibration, StrikeCalibration, TouchCalibration } from '../../instrument/calibration';
import type { Sensor } from '../../instrument/sensor';
import type { Parts } from './parts';

/** Listeners are set once all voices are known. */
const UNHEARD = { listener: 0, listeners: 0 };

const slowIn = (seconds: number) => Math.min(0xffff, Math.max(1, Math.round((seconds * 1e6) / SLOW_US)));

/** A touch bank of the lanes whose columns there are; none where there are none. @returns the lanes' places in the sensor */
export function compileTouch(
  parts: Parts,
  sensor: Sensor,
  c: TouchCalibration,
  columns: readonly string[],
): number[] {
  const { image } = parts;
  const lanes = measuredLanes(sensor, c.lanes, columns);
  if (lanes.length === 0) return [];
  image.touch_banks.push({
    follow_slow: slowIn(1 / c.followPerSecond),
    longest_slow: slowIn(c.longestTouchS),
    lane: image.touches.length,
    lanes: lanes.length,
    falling: c.polarity === 'falling' ? 1 : 0,
    ...UNHEARD,
    pad: 0,
  });
  for (const { record, column } of lanes)
    image.touches.push({
      untouched: Math.round(record.untouched),
      on: record.on,
      off: record.off,
      column,
      pad: 0,
    });
  return lanes.map((l) => l.place);
}

/** A strike bank, likewise. */
export function compileStrike(
  parts: Parts,
  sensor: Sensor,
  c: StrikeCalibration,
  columns: readonly string[],
): number[] {
  const { image } = parts;
  const lanes = measuredLanes(sensor, c.lanes, columns);
  if (lanes.length === 0) return [];
  image.strike_banks.push({
    window_ticks: ticksIn(c.windowMs * 1000),
    mask_ticks: ticksIn(c.maskMs * 1000),
    half_life_ticks: ticksIn(c.halfLifeMs * 1000),
    length_ticks: ticksIn(c.lengthMs * 1000),
    lane: image.strikes.length,
    lanes: lanes.length,
    ...UNHEARD,
    shock: Math.round(256 * (c.shockShare ?? 0)),
    pad: 0,
  });
  for (const { record, column } of lanes)
    image.strikes.push({
      rest: Math.round(record.rest),
      on: record.on,
      scale: scaleOf(record.full - record.on),
      column,
      pad: 0,
    });
  return lanes.map((l) => l.place);
}

/**
 * A contact bank. A lane has one contact here.
 * @param first place of its first contact among those of its board; banks come in that order
 */
export function compileContacts(
  parts: Parts,
  sensor: Sensor,
  c: ContactsCalibration,
  first: number,
): number[] {
  const { image } = parts;
  image.contact_banks.push({
    debounce_ticks: ticksIn(c.debounceMs * 1000),
    lane: first,
    lanes: sensor.lanes.length,
    rest: c.rest === 'closed' ? 1 : 0,
    ...UNHEARD,
    pad: 0,
  });
  image.contacts = first + sensor.lanes.length;
  return sensor.lanes.map((_, place) => place);
}

/** The lanes that were measured and whose columns there are, in the sensor's order. */
function measuredLanes<R extends { lane: string }>(
  sensor: Sensor,
  records: readonly R[],
  columns: readonly string[],
) {
  return sensor.lanes.flatMap((lane, place) => {
    const record = records.find((r) => r.lane === lane.id);
    const column = columns.indexOf(lane.column ?? '');
    return record && column >= 0 ? [{ record, column, place }] : [];
  });
}
