import type { Sensor } from '../../instrument/sensor';
import type { Fault } from '../../result';
import { laneFaults } from '../lane-records';
import type { LevelCalibration, Side } from './calibration';
import { countAt, type SideName } from './lane-level';

/** Lanes of the sensor, each once; along each side rest < off < on < reach, dead zone short of reach, all within the converter's counts. */
export function levelFaults(c: LevelCalibration, sensor: Sensor, path: string, fullScale: number): Fault[] {
  return [
    ...laneFaults(c.lanes, sensor, path),
    ...c.lanes.flatMap((record, i) => {
      const level = { ...record, polarity: c.polarity };
      const ofSide = (name: SideName, side: Side) =>
        sideFaults(side, `${path}.lanes.${i}.${name}`, fullScale, countAt(level, side.reach, name));
      return [
        ...within(record.rest, `${path}.lanes.${i}.rest`, fullScale),
        ...ofSide('up', record.up),
        ...(record.down ? ofSide('down', record.down) : []),
      ];
    }),
  ];
}

const within = (count: number, path: string, fullScale: number): Fault[] =>
  count >= 0 && count <= fullScale
    ? []
    : [{ path, says: `must lie in 0 … ${fullScale} counts, got ${count}` }];

/** @param farthest count at reach */
function sideFaults(
  { reach, dead, on, off }: Side,
  path: string,
  fullScale: number,
  farthest: number,
): Fault[] {
  const faults: Fault[] = [];
  const order = 'each must lie beyond the one before it (rest, off, on, reach)';
  if (on <= off) faults.push({ path: `${path}.on`, says: `${order}, got off ${off}, on ${on}` });
  if (reach <= on) faults.push({ path: `${path}.reach`, says: `${order}, got on ${on}, reach ${reach}` });
  if (dead >= reach) faults.push({ path: `${path}.dead`, says: `must be less than reach, got ${dead}` });
  if (farthest < 0 || farthest > fullScale)
    faults.push({
      path: `${path}.reach`,
      says: `must lead to a count within 0 … ${fullScale}, got ${farthest}`,
    });
  return faults;
}
