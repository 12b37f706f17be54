import type { Sensor } from '../../instrument/sensor';
import type { Fault } from '../../result';
import { laneFaults } from '../lane-records';
import { timesFault } from '../strokes/law';
import type { PairCalibration } from './calibration';

/** The slowest stroke takes longer than the fastest. */
export const pairFaults = (c: PairCalibration, sensor: Sensor, path: string): Fault[] => [
  ...laneFaults(c.lanes, sensor, path),
  ...timesFault(c, path),
];
