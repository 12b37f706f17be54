import { laneBank } from '../lane-bank';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { PairCalibration, PairLane } from './calibration';
import { answersBy } from '../strokes/law';
import { pairFaults } from './rules';

/** Struck, by the time between two contacts. */
export const pair: Way<PairCalibration> = {
  ...laneBank<PairCalibration>(),
  is: 'pair',
  alone: true,
  document: PairCalibration,
  records: [PairLane],
  inCounts: false,
  strength: 'strike',
  chosen: ['law', 'restrikes'],
  faults: pairFaults,
  restOf: () => undefined,
  travelOf: () => undefined,
  decisionMs: () => 0,
  movedSince: () => null,
  planned: (lanes) => ({
    ...{ is: 'pair', order: 'make-make', slowMs: 60, fastMs: 2, law: 'log', debounceMs: 3, restrikes: false },
    ...PLANNED,
    lanes: lanes.map((lane) => ({ lane, factor: 1 })),
  }),
  answersBy: (c) => answersBy(c, null),
};
