import type { Lane, Sensor } from '../instrument/sensor';
import { scaleNotes } from '../pitch/scale';
import type { Kind } from './kind';

/** A sensor of a kind that nothing has been measured of. @param id also the stem of its columns or contacts */
export function newSensor(kind: Kind, id: string, name: string, board: string, lanes: number): Sensor {
  const { names, are, contacts = 1, least, most } = kind.lanes;
  const count = Math.min(most, Math.max(least, lanes));
  const {
    scale,
    lowest,
    leastLanes = 1,
  } = kind.notes ?? { scale: 'chromatic', lowest: 0, leastLanes: Infinity };
  const notes = count >= leastLanes ? scaleNotes(scale, lowest, count) : null;
  const lane = (i: number): Lane => {
    const own = names ? names[i] : count === 1 ? '' : String(i + 1);
    const stem = [id, own].filter(Boolean).join('-');
    const column = stem.replaceAll('-', '_');
    if (are === 'counts') return { id: stem, column };
    return { id: stem, contacts: contacts === 2 ? [`${column}_a`, `${column}_b`] : [column] };
  };
  return {
    id,
    name,
    kind: kind.id,
    board,
    lanes: Array.from({ length: count }, (_, i) => (notes ? { ...lane(i), note: notes[i] } : lane(i))),
    responses: [],
  };
}
