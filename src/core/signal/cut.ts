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

function cutEdges({ contacts, tUs, contact, closed }: Edges, fromUs: number, toUs: number): Edges {
  const first = firstFrom(tUs, fromUs);
  const end = firstAfter(tUs, toUs);
  return {
    contacts,
    tUs: tUs.slice(first, end).map((t) => t - fromUs),
    contact: contact.slice(first, end),
    closed: closed.slice(first, end),
  };
}

/** The marks of the part from one time to another, in its own time, µs. */
export const cutMarks = (marks: readonly number[], fromUs: number, toUs: number): number[] =>
  marks.filter((m) => m >= fromUs && m <= toUs).map((m) => m - fromUs);
