import { laneBank } from '../lane-bank';
import { movedLanes } from '../moved-lanes';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { DepthCalibration, DepthLane, DepthPoint } from './calibration';
import { answersBy } from '../strokes/law';
import { depthFaults } from './rules';
import { withDepth } from './with-depth';

/** A key has moved where its rest did by this share of its way. (Common practice, no source.) */
const OF_WAY = 0.04;

const laneOf = (c: DepthCalibration, lane: string): DepthLane | undefined =>
  c.lanes.find((l) => l.lane === lane);

/** Struck, by how a key's depth goes by. */
export const depth: Way<DepthCalibration> = {
  ...laneBank<DepthCalibration>(),
  is: 'depth',
  alone: true,
  document: DepthCalibration,
  records: [DepthLane, DepthPoint],
  strength: 'strike',
  chosen: ['law'],
  typeable: ({ strike, rearm, damper }) => ({ strike, rearm, damper }),
  withTyped: withDepth,
  faults: depthFaults,
  restOf: (c, lane) => laneOf(c, lane)?.rest,
  travelOf: (c, lane) => {
    const own = laneOf(c, lane);
    return own && Math.abs(own.bottom - own.rest);
  },
  decisionMs: () => 0,
  movedSince: (c, lanes, rests) =>
    movedLanes(lanes, rests, (lane, rest) => {
      const own = laneOf(c, lane);
      return own !== undefined && Math.abs(rest - own.rest) > OF_WAY * Math.abs(own.bottom - own.rest);
    }),
  planned: (lanes, top) => ({
    ...{ is: 'depth', strike: 0.8, rearm: 0.55, damper: 0.3, slowMs: 60, fastMs: 1, law: 'log', ...PLANNED },
    lanes: lanes.map((lane, i) => ({
      ...{ lane, rest: top >> 2, noise: 1, bottom: (top >> 2) + (top >> 1), factor: 1 },
      // Each key has a table of its own, as a real one will.
      table: [{ count: (top >> 2) + (top >> 3), depth: 0.4 + i / 1000 }],
    })),
  }),
  answersBy: (c) => answersBy(c, null),
};
