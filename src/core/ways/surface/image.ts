import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { compileLevel } from '../level/image';
import { placeTable } from '../place/image';
import type { Compiled, Inputs } from '../way';
import type { SurfaceCalibration } from './calibration';
import { PRESS_PORT, surfaceLevel, TOUCH_PORT } from './lane-level';

/**
 * A surface, which derives three columns: x, y, and whether it is touched. Levels of x, y and press stand as their lanes do; that of the
 * touch, which is of the lane of the press, behind them.
 * @returns null where one of the three is not among the columns
 */
export function compileSurface(
  parts: Parts,
  sensor: Sensor,
  c: SurfaceCalibration,
  { columns }: Inputs,
): Compiled | null {
  const { image } = parts;
  const places = sensor.lanes.map(({ column }) => columns.indexOf(column ?? ''));
  if (places.some((place) => place < 0)) return null;
  const [x, y] = c.lanes.map(({ map }) => placeTable(parts, map));
  const into = parts.derivedColumn();
  parts.derivedColumn();
  parts.derivedColumn();
  const table = ({ scale, low, table: at }: typeof x) => ({ scale, low, table: at });
  const { rest, on, off, lane } = c.press;
  image.surfaces.push({
    axes: [table(x), table(y)],
    ...{ rest: Math.round(rest), on, off, columns: places, into, settle: c.settle },
    below: c.polarity === 'falling' ? 1 : 0,
    turned: x.turned | (y.turned << 1),
    pad: 0,
  });
  const index = image.levels.length;
  const put = (port: string, own: string, column: number) =>
    image.levels.push(compileLevel(surfaceLevel(c, own, port)!, column));
  put('x', c.lanes[0].lane, into);
  put('y', c.lanes[1].lane, into + 1);
  put(PRESS_PORT, lane, places[2]);
  put(TOUCH_PORT, lane, into + 2);
  return {
    ...{ index, lanes: [0, 1, 2], bank: null },
    levels: { x: index, y: index, [PRESS_PORT]: index, [TOUCH_PORT]: index + 1 },
  };
}
