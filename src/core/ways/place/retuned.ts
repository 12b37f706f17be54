import type { SeenOf } from '../seen';
import type { PlaceCalibration } from './calibration';

/** Ribbons with rest as it was seen: where their places lie does not move with it. */
export const retunedPlaces = (c: PlaceCalibration, seenOf: SeenOf): PlaceCalibration => ({
  ...c,
  lanes: c.lanes.map((own) => ({ ...own, rest: seenOf(own.lane)?.rest ?? own.rest })),
});
