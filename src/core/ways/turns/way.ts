import { edgeBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { TurnsCalibration, TurnsLane } from './calibration';
import { CHOSEN } from './chosen';
import { turnsLevel } from './lane-level';

/** From step to step where it was not measured, ms. (Common practice, no source.) */
const STEP_MS = 40;
const withStepMs = (lanes: unknown): unknown =>
  Array.isArray(lanes) ? lanes.map((lane: object) => ({ stepMs: STEP_MS, ...lane })) : lanes;

/** Steps to the right and to the left, from the edges of two contacts. */
export const turns: Way<TurnsCalibration> = {
  ...edgeBank<TurnsCalibration>(),
  is: 'turns',
  document: TurnsCalibration,
  records: [TurnsLane],
  chosen: ['steps', 'ends', 'accelerates', 'values'],
  completed: (plain) => ({ ...CHOSEN, ...plain, lanes: withStepMs(plain.lanes) }),
  faults: (c, sensor, path) => [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap(({ rests }, i) =>
      rests.length === 3
        ? [{ path: `${path}.lanes.${i}.rests`, says: 'must name one, two or four phases, got 3' }]
        : [],
    ),
  ],
  keptForScenes: ({ values, lanes }) => (values === 'scene' ? lanes.length : 0),
  levelOf: turnsLevel,
  planned: (lanes) => ({
    ...{ is: 'turns', ...CHOSEN, ...PLANNED },
    lanes: lanes.map((lane) => ({ lane, rests: ['none'], leads: 'first', stepMs: STEP_MS })),
  }),
};
