import type { Fault } from '../../result';
import type { Sensor } from '../../instrument/sensor';
import { laneFaults } from '../lane-records';
import type { StrikeCalibration } from './calibration';

/** A strike begins short of what reads full velocity; the window is over before the mask is. */
export function strikeFaults(c: StrikeCalibration, sensor: Sensor, path: string, fullScale: number): Fault[] {
  const faults = c.lanes.flatMap(({ rest, on, full }, i) => {
    const found: Fault[] = [];
    const fault = (field: string, says: string) => found.push({ path: `${path}.lanes.${i}.${field}`, says });
    if (rest < 0 || rest > fullScale) fault('rest', `must lie in 0 … ${fullScale} counts, got ${rest}`);
    if (full <= on) fault('full', `must lie beyond on (${on}), got ${full}`);
    if (full > fullScale) fault('full', `must be ${fullScale} counts at most, got ${full}`);
    return found;
  });
  const mask: Fault[] =
    c.maskMs < c.windowMs
      ? [{ path: `${path}.maskMs`, says: `must be the window (${c.windowMs} ms) or more, got ${c.maskMs}` }]
      : [];
  return [...laneFaults(c.lanes, sensor, path), ...mask, ...faults];
}
