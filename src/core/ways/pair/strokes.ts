import type { Role, Take } from '../../signal/take';
import type { ContactMoves } from './contact-moves';

/** One stroke of a key: the first contact left its rest, then the second. */
export interface Stroke {
  take: string;
  role: Role;
  /** When the first contact left, and how long after it the second did. */
  tUs: number;
  us: number;
  /** Which of the key's contacts came first: 0 or 1, as they stand. */
  first: 0 | 1;
}

/** What a key did in a take. */
export interface KeyMoves {
  strokes: Stroke[];
  /** When one contact left its rest and came back without the other, µs, by the contact. */
  alone: [number[], number[]];
}

/** Strokes of a key in a take. @param own moves of its two contacts, as they stand */
export function strokesOf(take: Take, own: readonly [ContactMoves, ContactMoves]): KeyMoves {
  const moves = own
    .flatMap(({ moves: m }, contact) => m.map((move) => ({ ...move, contact: contact as 0 | 1 })))
    .sort((a, b) => a.tUs - b.tUs);
  const left: [number | null, number | null] = [null, null];
  const found: KeyMoves = { strokes: [], alone: [[], []] };
  let struck = false;
  for (const { tUs, left: leaves, contact } of moves) {
    const other = (1 - contact) as 0 | 1;
    if (!leaves) {
      if (left[contact] !== null && left[other] === null && !struck) found.alone[contact].push(left[contact]);
      left[contact] = null;
      if (left[other] === null) struck = false;
      continue;
    }
    left[contact] = tUs;
    const since = left[other];
    if (since === null || struck) continue;
    struck = true;
    found.strokes.push({ take: take.id, role: take.role, tUs: since, us: tUs - since, first: other });
  }
  return found;
}
