import { scaleOf } from '../../engine/scale';
import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { ONE } from '../../shape/table';
import { measuredLanes } from '../lane-records';
import { compileLevel } from '../level/image';
import type { Compiled, Inputs } from '../way';
import type { PlaceCalibration, PlaceLane } from './calibration';
import { PLACE_PORT, placeLevel, TOUCH_PORT } from './lane-level';
import { countsOfEnds, placeMap } from './map';

/** Highest count of any board: the ends of a map that goes on straight lie within it. */
const TOP = 65535;

/** A ribbon a lane, which derives two columns; its place and its touch are levels of those. */
export function compilePlace(
  parts: Parts,
  sensor: Sensor,
  c: PlaceCalibration,
  { columns }: Inputs,
): Compiled | null {
  const { image } = parts;
  const lanes = measuredLanes(sensor, c.lanes, columns);
  if (lanes.length === 0) return null;
  const intos = lanes.map(({ record, column }) => {
    const into = parts.derivedColumn();
    parts.derivedColumn();
    image.ribbons.push({ ...ribbonOf(parts, record), column, into });
    return into;
  });
  const [places, touches] = [PLACE_PORT, TOUCH_PORT].map((port, k) => {
    const first = image.levels.length;
    lanes.forEach(({ record }, i) =>
      image.levels.push(compileLevel(placeLevel(c, record.lane, port)!, intos[i] + k)),
    );
    return first;
  });
  return {
    ...{ index: places, lanes: lanes.map((l) => l.place), bank: null },
    levels: { [PLACE_PORT]: places, [TOUCH_PORT]: touches },
  };
}

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
