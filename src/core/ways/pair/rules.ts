import type { Sensor } from '../../instrument/sensor';
import type { Fault } from '../../result';
import { laneFaults } from '../lane-records';
import type { PairCalibration } from './calibration';

/** Slowest and fastest stroke lie so far apart at least. */
export const LEAST_RATIO = 1.5;

/** The slowest stroke takes longer than the fastest. */
export function pairFaults(c: PairCalibration, sensor: Sensor, path: string): Fault[] {
  const least = LEAST_RATIO * c.fastMs;
  const times =
    c.slowMs >= least
      ? []
      : [
          {
            path: `${path}.slowMs`,
            says: `must be ${LEAST_RATIO} times fastMs or more, ${least.toFixed(2)} ms, got ${c.slowMs}`,
          },
        ];
  return [...laneFaults(c.lanes, sensor, path), ...times];
}
