import type { Sensor } from '../instrument/sensor';
import { kindOf } from './registry';

/** The numbers of a sensor's sheet: what was not typed is the usual. */
export const factsOf = (sensor: Pick<Sensor, 'kind' | 'facts'>): Record<string, number> =>
  Object.fromEntries(
    Object.entries(kindOf(sensor).facts).map(([name, { usual }]) => [name, sensor.facts?.[name] ?? usual]),
  );
