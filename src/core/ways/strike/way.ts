import { laneBank } from '../lane-bank';
import { PLANNED } from '../planned';
import { movedLanes } from '../moved-lanes';
import type { Way } from '../way';
import { StrikeCalibration, StrikeLane } from './calibration';
import { strikeFaults } from './rules';

/** A pad has moved where its rest did by this share of "on". (Common practice, no source.) */
const OF_ON = 0.5;

const laneOf = (c: StrikeCalibration, lane: string): StrikeLane | undefined =>
  c.lanes.find((l) => l.lane === lane);

/** Struck: the peak within a window, then a mask. */
export const strike: Way<StrikeCalibration> = {
  ...laneBank<StrikeCalibration>(),
  is: 'strike',
  alone: true,
  document: StrikeCalibration,
  records: [StrikeLane],
  strength: 'strike',
  faults: strikeFaults,
  restOf: (c, lane) => laneOf(c, lane)?.rest,
  travelOf: (c, lane) => laneOf(c, lane)?.full,
  decisionMs: (c) => c.windowMs,
  movedSince: (c, lanes, rests) =>
    movedLanes(lanes, rests, (lane, rest) => {
      const own = laneOf(c, lane);
      return own !== undefined && Math.abs(rest - own.rest) > OF_ON * own.on;
    }),
  planned: (lanes, top) => ({
    ...{ is: 'strike', windowMs: 3, maskMs: 20, halfLifeMs: 8, lengthMs: 100, ...PLANNED },
    lanes: lanes.map((lane) => ({ lane, rest: top >> 2, noise: 1, on: top >> 5, full: top >> 1 })),
  }),
};
