import { laneBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { TurnsCalibration, TurnsLane } from './calibration';
import { compileTurns } from './image';
import { turnsLevel } from './lane-level';

/** Steps to the right and to the left, from the edges of two contacts. */
export const turns: Way<TurnsCalibration> = {
  ...laneBank<TurnsCalibration>(),
  is: 'turns',
  document: TurnsCalibration,
  records: [TurnsLane],
  inCounts: false,
  strength: null,
  chosen: ['steps', 'ends'],
  heardByLane: true,
  completed: (plain) => ({ steps: 127, ends: 'stop', ...plain }),
  faults: (c, sensor, path) => [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap(({ rests }, i) =>
      rests.length === 3
        ? [{ path: `${path}.lanes.${i}.rests`, says: 'must name one, two or four phases, got 3' }]
        : [],
    ),
  ],
  levelOf: turnsLevel,
  restOf: () => undefined,
  travelOf: () => undefined,
  onlyWay: () => null,
  decisionMs: () => 0,
  movedSince: () => null,
  planned: (lanes) => ({
    ...{ is: 'turns', steps: 127, ends: 'stop', ...PLANNED },
    lanes: lanes.map((lane) => ({ lane, rests: ['none'], leads: 'first' })),
  }),
  compile: compileTurns,
};
