import { laneBank } from '../../ways/lane-bank';
import { laneFaults } from '../../ways/lane-records';
import { PLANNED } from '../../ways/planned';
import { movedLanes } from '../../ways/moved-lanes';
import type { Way } from '../../ways/way';
import { FlapCalibration, FlapLane } from './calibration';

const laneOf = (c: FlapCalibration, lane: string): FlapLane | undefined =>
  c.lanes.find((l) => l.lane === lane);

/** For tests, and as the example of CONTRIBUTING.md: open or shut by one count, played by a block of its own. */
export const flap: Way<FlapCalibration> = {
  ...laneBank<FlapCalibration>(),
  is: 'flap',
  document: FlapCalibration,
  records: [FlapLane],
  strength: null,
  faults: (c, sensor, path) => laneFaults(c.lanes, sensor, path),
  restOf: (c, lane) => laneOf(c, lane)?.shut,
  travelOf: (c, lane) => laneOf(c, lane)?.open,
  decisionMs: () => 0,
  movedSince: (c, lanes, rests) =>
    movedLanes(lanes, rests, (lane, rest) => {
      const own = laneOf(c, lane);
      return own !== undefined && Math.abs(rest - own.shut) > own.open / 2;
    }),
  planned: (lanes, top) => ({
    ...{ is: 'flap', ...PLANNED },
    lanes: lanes.map((lane) => ({ lane, shut: top >> 3, open: top >> 2 })),
  }),
};
