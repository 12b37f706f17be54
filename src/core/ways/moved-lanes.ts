import type { Lane } from '../instrument/sensor';
import { counted } from '../units/counted';

/** What of a sensor lies elsewhere at rest than it was measured. */
export interface MovedSince {
  /** In a few words: "rest moved +12". */
  words: string;
  /** In a sentence, with what to do. */
  says: string;
}

/**
 * Which lanes of a bank lie elsewhere.
 * @param rests of each lane now, counts; null where it is not known @param moved whether a lane has, from its rest
 */
export function movedLanes(
  lanes: readonly Lane[],
  rests: readonly (number | null | undefined)[],
  moved: (lane: string, rest: number) => boolean,
): MovedSince | null {
  const elsewhere = lanes.filter(({ id }, i) => {
    const rest = rests[i];
    return rest !== null && rest !== undefined && moved(id, rest);
  });
  if (elsewhere.length === 0) return null;
  const which = elsewhere.length === 1 ? elsewhere[0].id : counted(elsewhere.length, 'lane');
  return {
    words: `${elsewhere.length} of ${lanes.length} moved`,
    says: `${which} ${elsewhere.length === 1 ? 'lies' : 'lie'} elsewhere at rest than measured. Measure them again, or find out what changed.`,
  };
}
