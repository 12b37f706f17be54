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
  const starts = startsOf(takes);
  const tUs = new Float64Array(takes.reduce((n, t) => n + t.tUs.length, 0));
  const counts = new Uint16Array(tUs.length * channels.length);
  let at = 0;
  for (const [i, take] of takes.entries()) {
    if (take.channels.join() !== channels.join())
      throw new RangeError(
        `joinTakes: channels ${channels.join(', ')} are required, got ${take.channels.join(', ')}`,
      );
    for (let k = 0; k < take.tUs.length; k++) tUs[at + k] = starts[i] + take.tUs[k] - take.tUs[0];
    counts.set(take.counts, at * channels.length);
    at += take.tUs.length;
  }
  const edges = joinEdges(takes);
  return { channels, tUs, counts, ...(edges ? { edges } : {}) };
}

/** When each of some takes begins in the whole, µs. */
export function startsOf(takes: readonly Frames[]): number[] {
  let at = 0;
  return takes.map(({ tUs }) => {
    const start = at;
    at += tUs[tUs.length - 1] - tUs[0] + PAUSE_US;
    return start;
  });
}

/** The edges of all takes at their times in the whole; undefined where none has any. */
function joinEdges(takes: readonly Frames[]): Edges | undefined {
  const contacts = takes.find((t) => t.edges)?.edges?.contacts;
  if (!contacts) return undefined;
  const starts = startsOf(takes);
  const all = takes.flatMap((take, n) => {
    const { tUs } = take;
    const { edges } = framesOf(take, [], contacts);
    return edges
      ? Array.from(edges.tUs, (t, i) => ({
          tUs: starts[n] + t - tUs[0],
          contact: edges.contact[i],
          closed: edges.closed[i],
        }))
      : [];
  });
  return {
    contacts,
    tUs: Float64Array.from(all, (e) => e.tUs),
    contact: Uint16Array.from(all, (e) => e.contact),
    closed: Uint8Array.from(all, (e) => e.closed),
  };
}
