import { LaneGuide } from '../guide/lane-guide';
import { refuse } from '../result';
import type { Workings } from './workings';

/** What a kind whose calibration has not come yet answers. @param name "a ribbon" */
export const comesLater = (name: string): Pick<Workings, 'guide' | 'calibrate'> => ({
  guide: (steps, lanes, rateHz) => new LaneGuide(steps, lanes, rateHz, null),
  calibrate: () =>
    refuse({
      path: 'sensor.kind',
      says: `the calibration of ${name} comes later; it is planned and listened to in full`,
    }),
});
