import type { Parts } from '../../engine/image/parts';
import type { Sensor } from '../../instrument/sensor';
import { measuredLanes } from '../lane-records';
import { putLevels } from '../level/image';
import type { Compiled, Inputs } from '../way';
import type { TravelCalibration } from './calibration';
import { travelLevel } from './lane-level';

/** A level a lane, whose rest stays where it was measured. */
export const compileTravel = (
  { image }: Parts,
  sensor: Sensor,
  c: TravelCalibration,
  { columns }: Inputs,
): Compiled | null =>
  putLevels(
    image,
    measuredLanes(sensor, c.lanes, columns).map(({ record, ...own }) => ({
      ...own,
      level: travelLevel(c, record.lane)!,
    })),
  );
