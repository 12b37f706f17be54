import type { Sensor } from '../../instrument/sensor';
import type { LevelCalibration } from './calibration';
import { laneLevel, type LaneLevel } from './lane-level';

/** A sensor's calibration as levels, or null. */
export const levelsOf = ({ calibration }: Sensor): LevelCalibration | null =>
  calibration?.is === 'level' ? calibration : null;

/** What was measured of one of a sensor's lanes as a level, or null. @param place of the lane in its sensor */
export function levelOf(sensor: Sensor, place = 0): LaneLevel | null {
  const calibration = levelsOf(sensor);
  return (calibration && laneLevel(calibration, sensor.lanes[place]?.id)) ?? null;
}
