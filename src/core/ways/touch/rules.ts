import type { Fault } from '../../result';
import type { Sensor } from '../../instrument/sensor';
import { laneFaults } from '../lane-records';
import type { TouchCalibration } from './calibration';

/** Order from the untouched level on: off < on < touched, all within the converter's counts. */
export function touchFaults(c: TouchCalibration, sensor: Sensor, path: string, fullScale: number): Fault[] {
  const sign = c.polarity === 'falling' ? -1 : 1;
  const faults = c.lanes.flatMap(({ untouched, touched, on, off }, i) => {
    const found: Fault[] = [];
    const fault = (field: string, says: string) => found.push({ path: `${path}.lanes.${i}.${field}`, says });
    for (const [field, count] of Object.entries({ untouched, touched }))
      if (count < 0 || count > fullScale) fault(field, `must lie in 0 … ${fullScale} counts, got ${count}`);
    if (off >= on) fault('off', `must lie short of on (${on}), got ${off}`);
    if (on > sign * (touched - untouched))
      fault(
        'on',
        `must be reached where it is touched, ${sign * (touched - untouched)} counts off, got ${on}`,
      );
    return found;
  });
  return [...laneFaults(c.lanes, sensor, path), ...faults];
}
