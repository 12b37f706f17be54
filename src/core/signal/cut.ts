import { firstAfter, firstFrom } from './overview';
import type { Edges, Frames } from './take';

/** The part of a recording from one time to another, ends included; its time begins at 0. Copied. */
export function cutFrames({ channels, tUs, counts, edges }: Frames, fromUs: number, toUs: number): Frames {
  const first = firstFrom(tUs, fromUs);
  const end = firstAfter(tUs, toUs);
  const startUs = first < end ? tUs[first] : fromUs;
  return {
    channels,
    tUs: tUs.slice(first, end).map((t) => t - startUs),
    counts: counts.slice(first * channels.length, end * channels.length),
    ...(edges ? { edges: cutEdges(edges, startUs, toUs) } : {}),
  };
}

/** A contact that has changed before the part, and not back again, changes at its beginning. */
function cutEdges({ contacts, tUs, contact, closed }: Edges, fromUs: number, toUs: number): Edges {
  const first = firstFrom(tUs, fromUs);
  const kept = Array.from({ length: firstAfter(tUs, toUs) - first }, (_, i) => first + i);
  const before = changedBefore({ contacts, tUs, contact, closed }, first);
  const all = [...before, ...kept];
  return {
    contacts,
    tUs: Float64Array.from(all, (i) => Math.max(0, tUs[i] - fromUs)),
    contact: Uint16Array.from(all, (i) => contact[i]),
    closed: Uint8Array.from(all, (i) => closed[i]),
  };
}

/** The last edge before `end` of each contact that is then not as it was at first, before its first edge. */
function changedBefore({ contacts, contact, closed }: Edges, end: number): number[] {
  return contacts.flatMap((_, c) => {
    const last = contact.subarray(0, end).lastIndexOf(c);
    return last >= 0 && closed[last] === closed[contact.indexOf(c)] ? [last] : [];
  });
}

/** The marks of the part from one time to another, in its own time, µs. */
export const cutMarks = (marks: readonly number[], fromUs: number, toUs: number): number[] =>
  marks.filter((m) => m >= fromUs && m <= toUs).map((m) => m - fromUs);
