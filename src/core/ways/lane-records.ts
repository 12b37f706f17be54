import type { Fault } from '../result';
import type { Sensor } from '../instrument/sensor';

/** A bank's records must name lanes of their sensor, each once. */
export function laneFaults(records: readonly { lane: string }[], sensor: Sensor, path: string): Fault[] {
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

/** The lanes that were measured and whose columns there are, in the sensor's order. */
export function measuredLanes<R extends { lane: string }>(
  sensor: Sensor,
  records: readonly R[],
  columns: readonly string[],
) {
  return sensor.lanes.flatMap((lane, place) => {
    const record = records.find((r) => r.lane === lane.id);
    const column = columns.indexOf(lane.column ?? '');
    return record && column >= 0 ? [{ record, column, place }] : [];
  });
}

/** The lanes that were measured and whose contacts there all are, each as its place on the board, in the sensor's order. */
export function measuredContacts<R extends { lane: string }>(
  sensor: Sensor,
  records: readonly R[],
  contacts: readonly string[],
) {
  return sensor.lanes.flatMap(({ id, contacts: own = [] }, place) => {
    const record = records.find((r) => r.lane === id);
    const places = own.map((name) => contacts.indexOf(name));
    return record && places.length > 0 && places.every((at) => at >= 0)
      ? [{ record, contacts: places, place }]
      : [];
  });
}
