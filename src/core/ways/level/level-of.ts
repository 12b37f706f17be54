import type { Sensor } from '../../instrument/sensor';
import type { LevelCalibration } from './calibration';

/** A sensor's calibration as a level, or null. */
export const levelOf = ({ calibration }: Sensor): LevelCalibration | null =>
  calibration?.is === 'level' ? calibration : null;
