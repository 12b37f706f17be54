import { laneBank } from '../lane-bank';
import { PLANNED } from '../planned';
import { movedLanes } from '../moved-lanes';
import type { Way } from '../way';
import { TouchCalibration, TouchLane } from './calibration';
import { touchFaults } from './rules';

/** A pad has moved where its rest did by this share of a touch. (Common practice, no source.) */
const OF_TOUCH = 0.25;

const laneOf = (c: TouchCalibration, lane: string): TouchLane | undefined =>
  c.lanes.find((l) => l.lane === lane);
const travel = (l: TouchLane): number => Math.abs(l.touched - l.untouched);

/** Touched or not: an untouched level that follows drift, and a distance from it. */
export const touch: Way<TouchCalibration> = {
  ...laneBank<TouchCalibration>(),
  is: 'touch',
  alone: true,
  document: TouchCalibration,
  records: [TouchLane],
  strength: null,
  faults: touchFaults,
  restOf: (c, lane) => laneOf(c, lane)?.untouched,
  travelOf: (c, lane) => {
    const own = laneOf(c, lane);
    return own && travel(own);
  },
  decisionMs: () => 0,
  movedSince: (c, lanes, rests) =>
    movedLanes(lanes, rests, (lane, rest) => {
      const own = laneOf(c, lane);
      return own !== undefined && Math.abs(rest - own.untouched) > OF_TOUCH * travel(own);
    }),
  planned: (lanes, top) => {
    const on = top >> 5;
    const lane = { untouched: top >> 2, noise: 1, touched: top >> 1, on: on + 1, off: on };
    return {
      ...{ is: 'touch', polarity: 'rising', followPerSecond: 4, longestTouchS: 30, ...PLANNED },
      lanes: lanes.map((id) => ({ lane: id, ...lane })),
    };
  },
};
