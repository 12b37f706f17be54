import type { Lane, Sensor } from '../instrument/sensor';
import { scaleNotes } from '../pitch/scale';
import type { Kind } from './kind';

/** A lane of a sensor of a kind. @param id of the sensor, also the stem of its column or contacts @param own what tells it from others */
export function newLane(kind: Kind, id: string, own: string): Lane {
  const stem = [id, own].filter(Boolean).join('-');
  const column = stem.replaceAll('-', '_');
  if (kind.lanes.are === 'counts') return { id: stem, column };
  return { id: stem, contacts: kind.lanes.contacts === 2 ? [`${column}_a`, `${column}_b`] : [column] };
}

/** A sensor of a kind that nothing has been measured of. @param id also the stem of its columns or contacts */
export function newSensor(kind: Kind, id: string, name: string, board: string, lanes: number): Sensor {
  const { names, least, most } = kind.lanes;
  const count = Math.min(most, Math.max(least, lanes));
  const {
    scale,
    lowest,
    leastLanes = 1,
  } = kind.notes ?? { scale: 'chromatic', lowest: 0, leastLanes: Infinity };
  const notes = count >= leastLanes ? scaleNotes(scale, lowest, count) : null;
  const lane = (i: number): Lane => newLane(kind, id, names ? names[i] : count === 1 ? '' : String(i + 1));
  return {
    id,
    name,
    kind: kind.id,
    board,
    lanes: Array.from({ length: count }, (_, i) => (notes ? { ...lane(i), note: notes[i] } : lane(i))),
    responses: [],
  };
}

/** What a sensor's frames and edges are named by: its columns and contacts. */
export const inputsOf = ({ lanes }: Pick<Sensor, 'lanes'>): string[] =>
  lanes.flatMap(({ column, contacts = [] }) => (column === undefined ? contacts : [column, ...contacts]));

/** Whether a sensor can stand beside others: none has its id, or an input of its own. */
export const isFree = (sensor: Sensor, others: readonly Sensor[]): boolean => {
  const taken = new Set(others.flatMap(inputsOf));
  return !others.some((s) => s.id === sensor.id) && !inputsOf(sensor).some((input) => taken.has(input));
};

/** A new sensor that can stand beside others: "pot", "pot-2". @param named its name, by what its id has after the stem */
export function freshSensor(
  kind: Kind,
  stem: string,
  named: (number: string) => string,
  board: string,
  lanes: number,
  others: readonly Sensor[],
): Sensor {
  for (let n = 1; ; n++) {
    const number = n === 1 ? '' : String(n);
    const made = newSensor(kind, number ? `${stem}-${n}` : stem, named(number).slice(0, 60), board, lanes);
    if (isFree(made, others)) return made;
  }
}
