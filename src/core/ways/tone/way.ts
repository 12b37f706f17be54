import { edgeBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { ToneCalibration, ToneLane } from './calibration';
import { toneLevel } from './lane-level';

/** Lowest and highest lie apart by this at least, semitones. */
export const LEAST_SPAN = 2;

/** A tone by its periods: how high it is, and whether it sounds. */
export const tone: Way<ToneCalibration> = {
  ...edgeBank<ToneCalibration>(),
  is: 'tone',
  document: ToneCalibration,
  records: [ToneLane],
  completed: (plain) => plain,
  faults: (c, sensor, path) => [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap(({ lowest, highest }, i) =>
      highest - lowest >= LEAST_SPAN
        ? []
        : [
            {
              path: `${path}.lanes.${i}.highest`,
              says: `must lie ${LEAST_SPAN} semitones or more above lowest (${lowest}), got ${highest}`,
            },
          ],
    ),
  ],
  levelOf: toneLevel,
  onlyWay: () => 1,
  planned: (lanes) => ({
    ...{ is: 'tone', ...PLANNED },
    lanes: lanes.map((lane) => ({
      ...{ lane, lowest: 52, highest: 84, presence: 4, noise: 5, smoothing: 1 },
    })),
  }),
};
