import type { Edges } from '../../signal/take';
import { PHASES, type Phase } from './calibration';

/** One change of an encoder's contacts. */
export interface Quarter {
  tUs: number;
  /** Where it comes to. */
  phase: Phase;
  /** Quarters of a cycle since the take began, positive where its first contact leads. */
  position: number;
}

/** What is closed as a take begins says so within this time, and then nothing comes for so long, µs: that is no turning. (Common practice, no source.) */
const SETTLING_US = 20_000;
const SETTLED_US = 100_000;

/**
 * How an encoder went in a take, by its two contacts; what is told twice counts once. A contact whose first edge opens it was closed before.
 * @param fromUs where the take begins
 */
export function quartersOf(
  edges: Edges,
  [first, second]: readonly string[],
  fromUs: number,
): { began: Phase; quarters: Quarter[] } {
  const own = [edges.contacts.indexOf(first), edges.contacts.indexOf(second)];
  const closed = own.map((contact) => {
    const at = edges.contact.indexOf(contact);
    return contact >= 0 && at >= 0 && edges.closed[at] === 0;
  });
  const settled = settledUs(edges, own, fromUs);
  let place = placeOf(closed);
  let began = place;
  let position = 0;
  const quarters: Quarter[] = [];
  for (let i = 0; i < edges.tUs.length; i++) {
    const which = own.indexOf(edges.contact[i]);
    if (which < 0) continue;
    closed[which] = edges.closed[i] === 1;
    const next = placeOf(closed);
    const before = place;
    place = next;
    if (edges.tUs[i] < settled) began = next;
    else if (next !== before) {
      position += ((next - before) & 3) === 1 ? 1 : -1;
      quarters.push({ tUs: edges.tUs[i], phase: PHASES[next], position });
    }
  }
  return { began: PHASES[began], quarters };
}

/** Until when edges only say what is closed as the take begins. */
function settledUs({ tUs, contact }: Edges, own: readonly number[], fromUs: number): number {
  const untilUs = fromUs + SETTLING_US;
  const first = tUs.findIndex((t, i) => t >= untilUs && own.includes(contact[i]));
  return first < 0 || tUs[first] - untilUs >= SETTLED_US ? untilUs : fromUs;
}

/** Place in {@link PHASES}. */
const placeOf = ([first, second]: readonly boolean[]): number => (first ? (second ? 2 : 1) : second ? 3 : 0);
