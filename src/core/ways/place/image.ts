import { scaleOf } from '../../engine/scale';
import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { ONE } from '../../shape/table';
import { compileTwoDerived } from '../derived-levels';
import { measuredLanes } from '../lane-records';
import type { Compiled, Inputs } from '../way';
import type { PlaceCalibration, PlaceLane } from './calibration';
import { PLACE_PORT, placeLevel, TOUCH_PORT } from './lane-level';
import { countsOfEnds, placeMap } from './map';

/** Highest count of any board: the ends of a map that goes on straight lie within it. */
const TOP = 65535;

/** A ribbon a lane, which derives two columns; its place and its touch are levels of those. */
export const compilePlace = (
  parts: Parts,
  sensor: Sensor,
  c: PlaceCalibration,
  { columns }: Inputs,
): Compiled | null =>
  compileTwoDerived(
    parts,
    measuredLanes(sensor, c.lanes, columns),
    [PLACE_PORT, TOUCH_PORT],
    ({ record }, port) => placeLevel(c, record.lane, port)!,
    ({ record, column }, into) => parts.image.ribbons.push({ ...ribbonOf(parts, record), column, into }),
  );

/** From counts to place, as a block has it: a table over the counts between both ends; turned where the place falls. */
export function placeTable(parts: Parts, map: PlaceLane['map']) {
  const { low, high } = countsOfEnds(map, TOP);
  const at = placeMap(map);
  const turned = map[map.length - 1].place < map[0].place;
  const last = 1 << parts.image.table_bits;
  let before = 0;
  const table = Array.from({ length: last + 1 }, (_, i) => {
    const place = at(low + ((high - low) * i) / last);
    before = Math.max(before, Math.floor((turned ? 1 - place : place) * ONE + 0.5));
    return before;
  });
  return { scale: scaleOf(high - low), low, table: parts.table(table), turned: turned ? 1 : 0 };
}

function ribbonOf(parts: Parts, { rest, on, off, drop, settle, map }: PlaceLane) {
  const { turned, ...table } = placeTable(parts, map);
  const middle = (map[0].count + map[map.length - 1].count) / 2;
  return {
    ...{ ...table, rest: Math.round(rest), on, off },
    drop: Math.min(ONE, Math.max(1, Math.round(drop * ONE))),
    settle,
    below: middle < rest ? 1 : 0,
    turned,
    pad: 0,
  };
}
