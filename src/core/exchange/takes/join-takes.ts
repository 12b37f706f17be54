import { framesOf } from '../../signal/frames';
import type { Edges, Frames } from '../../signal/take';

/** Pause between two takes joined, µs. */
const PAUSE_US = 500_000;

/**
 * Several takes of the same channels as one, end to end with half a second between.
 * @throws RangeError when there is none, or their channels differ
 */
export function joinTakes(takes: readonly Frames[]): Frames {
  if (takes.length === 0) throw new RangeError('joinTakes: one take or more required, got none');
  const { channels } = takes[0];
  const tUs = new Float64Array(takes.reduce((n, t) => n + t.tUs.length, 0));
  const counts = new Uint16Array(tUs.length * channels.length);
  let at = 0;
  let offset = 0;
  for (const take of takes) {
    if (take.channels.join() !== channels.join())
      throw new RangeError(
        `joinTakes: channels ${channels.join(', ')} are required, got ${take.channels.join(', ')}`,
      );
    for (let i = 0; i < take.tUs.length; i++) tUs[at + i] = offset + take.tUs[i] - take.tUs[0];
    counts.set(take.counts, at * channels.length);
    at += take.tUs.length;
    offset = (at > 0 ? tUs[at - 1] : 0) + PAUSE_US;
  }
  const edges = joinEdges(takes);
  return { channels, tUs, counts, ...(edges ? { edges } : {}) };
}

/** The edges of all takes at their times in the whole; undefined where none has any. */
function joinEdges(takes: readonly Frames[]): Edges | undefined {
  const contacts = takes.find((t) => t.edges)?.edges?.contacts;
  if (!contacts) return undefined;
  let offset = 0;
  const all = takes.flatMap((take) => {
    const { tUs } = take;
    const { edges } = framesOf(take, [], contacts);
    const moved = edges
      ? Array.from(edges.tUs, (t, i) => ({
          tUs: offset + t - tUs[0],
          contact: edges.contact[i],
          closed: edges.closed[i],
        }))
      : [];
    offset += tUs[tUs.length - 1] - tUs[0] + PAUSE_US;
    return moved;
  });
  return {
    contacts,
    tUs: Float64Array.from(all, (e) => e.tUs),
    contact: Uint16Array.from(all, (e) => e.contact),
    closed: Uint8Array.from(all, (e) => e.closed),
  };
}
