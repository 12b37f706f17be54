import type { Sensor } from '../../instrument/sensor';
import type { LevelCalibration } from './calibration';

/** A sensor's calibration as levels, or null. */
export const levelsOf = ({ calibration }: Sensor): LevelCalibration | null =>
  calibration?.is === 'level' ? calibration : null;
