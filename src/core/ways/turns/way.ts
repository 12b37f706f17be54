import { edgeBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { TurnsCalibration, TurnsLane } from './calibration';
import { compileTurns } from './image';
import { turnsLevel } from './lane-level';

/** Steps to the right and to the left, from the edges of two contacts. */
export const turns: Way<TurnsCalibration> = {
  ...edgeBank<TurnsCalibration>(),
  is: 'turns',
  document: TurnsCalibration,
  records: [TurnsLane],
  chosen: ['steps', 'ends'],
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
  planned: (lanes) => ({
    ...{ is: 'turns', steps: 127, ends: 'stop', ...PLANNED },
    lanes: lanes.map((lane) => ({ lane, rests: ['none'], leads: 'first' })),
  }),
  compile: compileTurns,
};
