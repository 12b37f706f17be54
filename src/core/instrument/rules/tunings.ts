import type { Fault } from '../../result';
import type { Tuning } from '../tunings';

/** A scale's notes rise, and so does what it repeats at; a map has its keys in order. */
export const tuningFaults = (tunings: readonly Tuning[]): Fault[] =>
  tunings.flatMap((tuning, i) => {
    const path = `tunings.${i}`;
    if (tuning.is === 'scale')
      return tuning.notes.some((note, k) => k > 0 && note <= tuning.notes[k - 1])
        ? [{ path: `${path}.notes`, says: `must rise, got ${tuning.notes.join(', ')}` }]
        : [];
    const faults: Fault[] = [];
    if (!(tuning.cents[tuning.cents.length - 1] > 0))
      faults.push({
        path: `${path}.cents`,
        says: `must end on the interval at which it repeats, above 0 cents`,
      });
    const { map } = tuning;
    if (map && map.last < map.first)
      faults.push({
        path: `${path}.map.last`,
        says: `must not lie below first (${map.first}), got ${map.last}`,
      });
    return faults;
  });
