import type { Fault } from '../../result';
import type { StrikeCalibration, TouchCalibration } from '../calibration';
import type { Sensor } from '../sensor';

/** A bank's records must name lanes of their sensor, each once. */
function laneFaults(records: readonly { lane: string }[], sensor: Sensor, path: string): Fault[] {
  const seen = new Set<string>();
  return records.flatMap(({ lane }, i) => {
    const at = `${path}.lanes.${i}.lane`;
    if (!sensor.lanes.some((l) => l.id === lane))
      return [{ path: at, says: `must name a lane of ${sensor.name}, got ${lane}` }];
    if (seen.has(lane)) return [{ path: at, says: `must be unique, ${lane} stands twice` }];
    seen.add(lane);
    return [];
  });
}

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
