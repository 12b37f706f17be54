import { edgeBank } from '../lane-bank';
import { laneFaults } from '../lane-records';
import { PLANNED } from '../planned';
import type { Way } from '../way';
import { SpeedCalibration, SpeedLane } from './calibration';
import { SLOWER, speedLevel } from './lane-level';

/** Slowest and fastest lie apart by this at least. */
export const LEAST_RATIO = 1.5;

/** Pulses of a wheel: how fast it turns. */
export const speed: Way<SpeedCalibration> = {
  ...edgeBank<SpeedCalibration>(),
  is: 'speed',
  document: SpeedCalibration,
  records: [SpeedLane],
  completed: (plain) => plain,
  faults: (c, sensor, path) => [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap(({ slowestMs, fastestMs, stopMs }, i) => {
      const at = `${path}.lanes.${i}`;
      if (slowestMs < LEAST_RATIO * fastestMs)
        return [
          {
            path: `${at}.slowestMs`,
            says: `must be ${LEAST_RATIO} times fastestMs (${fastestMs}) or more, got ${slowestMs}`,
          },
        ];
      return stopMs < SLOWER * slowestMs
        ? [
            {
              path: `${at}.stopMs`,
              says: `must be ${SLOWER} times slowestMs (${slowestMs}) or more, got ${stopMs}`,
            },
          ]
        : [];
    }),
  ],
  levelOf: speedLevel,
  onlyWay: () => 1,
  planned: (lanes) => ({
    ...{ is: 'speed', ...PLANNED },
    lanes: lanes.map((lane) => ({
      ...{ lane, slowestMs: 600, fastestMs: 60, stopMs: 900, bounceMs: 1, unevenness: 0.01, smoothing: 0 },
    })),
  }),
};
