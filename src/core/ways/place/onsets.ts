import type { Onset } from '../../calibrate/onset';
import type { Sensor } from '../../instrument/sensor';
import type { Frames } from '../../signal/take';
import { onsetsOfTouches } from '../touch/onsets';
import type { PlaceCalibration } from './calibration';

/** The touches of a sensor that tells where it is touched: each goes as far as the place that lies nearest to rest, at least. */
export const placeOnsets = (sensor: Sensor, c: PlaceCalibration, take: Frames): Onset[] =>
  // One finger of a string does not reach the next: no lane is another's crosstalk.
  sensor.lanes.flatMap(({ id, column }) => {
    const own = c.lanes.find(({ lane }) => lane === id);
    if (!own || column === undefined) return [];
    const { rest, noise, map, on } = own;
    const travel = Math.min(...map.map(({ count }) => Math.abs(count - rest)));
    return onsetsOfTouches([{ lane: id, column, rest, noise, travel, sign: 1, on }], take);
  });
