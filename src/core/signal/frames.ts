import type { Edges, Frames } from './take';

/**
 * A take as a board would scan it: its own columns and contacts, in its order. Others are left out; those that the take lacks
 * are absent from the result too.
 * @returns the same frames where they are so already
 */
export function framesOf(frames: Frames, columns: readonly string[], contacts: readonly string[]): Frames {
  const own = columns.filter((c) => frames.channels.includes(c));
  const edges = edgesOf(frames.edges, contacts);
  if (own.join() === frames.channels.join() && edges === frames.edges) return frames;
  const from = own.map((c) => frames.channels.indexOf(c));
  const width = frames.channels.length;
  const counts = new Uint16Array(frames.tUs.length * own.length);
  for (let i = 0, at = 0; i < frames.tUs.length; i++)
    for (const column of from) counts[at++] = frames.counts[i * width + column];
  return { channels: own, tUs: frames.tUs, counts, ...(edges ? { edges } : {}) };
}

/** The edges of some contacts, counted in their order. */
function edgesOf(edges: Edges | undefined, contacts: readonly string[]): Edges | undefined {
  if (!edges || edges.contacts.join() === contacts.join()) return edges;
  const to = edges.contacts.map((c) => contacts.indexOf(c));
  const kept = Array.from(edges.contact.keys()).filter((i) => to[edges.contact[i]] >= 0);
  return {
    contacts: [...contacts],
    tUs: Float64Array.from(kept, (i) => edges.tUs[i]),
    contact: Uint16Array.from(kept, (i) => to[edges.contact[i]]),
    closed: Uint8Array.from(kept, (i) => edges.closed[i]),
  };
}

/** Highest count of the frames; 0 where there is none. */
export function highestCount({ counts }: Frames): number {
  let highest = 0;
  for (let i = 0; i < counts.length; i++) if (counts[i] > highest) highest = counts[i];
  return highest;
}
