import { measuredLanes } from '../../ways/lane-records';
import type { CompileWay } from '../../ways/compilers';
import { NO_LISTENERS } from '../../ways/way';
import type { FlapImage } from './block';
import type { FlapCalibration } from './calibration';

/** A bank of flaps. */
export const compileFlaps: CompileWay<FlapCalibration> = (parts, sensor, c, { columns }) => {
  const image = parts.image as FlapImage;
  const lanes = measuredLanes(sensor, c.lanes, columns);
  if (lanes.length === 0) return null;
  const bank = { lane: image.flaps.length, lanes: lanes.length, ...NO_LISTENERS };
  image.flap_banks.push(bank);
  for (const { record, column } of lanes)
    image.flaps.push({ shut: Math.round(record.shut), open: record.open, column, pad: 0 });
  return { index: image.flap_banks.length - 1, lanes: lanes.map(({ place }) => place), bank };
};
