import { laneBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { TravelCalibration, TravelLane } from './calibration';
import { travelLane, travelLevel } from './lane-level';

/** Fewest counts between the ends: under seven bits of steps there is nothing to turn. (Common practice, no source.) */
const LEAST_TRAVEL = 16;

/** What stays where it is left: two ends, and a deadband within which it is still. */
export const travel: Way<TravelCalibration> = {
  ...laneBank<TravelCalibration>(),
  is: 'travel',
  alone: true,
  document: TravelCalibration,
  records: [TravelLane],
  strength: null,
  chosen: ['takeover'],
  takeover: (c) => c.takeover,
  heardOneByOne: true,
  completed: (plain) => ({ polarity: 'rising', takeover: 'jump', ...plain }),
  faults: (c, sensor, path, fullScale) => [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap(({ low, high }, i) => {
      const at = `${path}.lanes.${i}.high`;
      if (high > fullScale) return [{ path: at, says: `must lie in 0 … ${fullScale} counts, got ${high}` }];
      return high - low >= LEAST_TRAVEL
        ? []
        : [{ path: at, says: `must lie ${LEAST_TRAVEL} counts or more above low (${low}), got ${high}` }];
    }),
  ],
  levelOf: travelLevel,
  // It has no rest: this is where it reads nothing.
  restOf: (c, lane) => travelLevel(c, lane)?.rest,
  travelOf: (c, lane) => {
    const own = travelLane(c, lane);
    return own && own.high - own.low;
  },
  onlyWay: (c) => (c.polarity === 'falling' ? -1 : 1),
  decisionMs: () => 0,
  movedSince: () => null,
  planned: (lanes, top) => ({
    ...{ is: 'travel', polarity: 'rising', takeover: 'jump', ...PLANNED },
    lanes: lanes.map((lane) => ({ lane, low: top >> 6, high: top - (top >> 6), noise: 1, deadband: 3 })),
  }),
};
