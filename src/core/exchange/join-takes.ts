import type { Frames } from '../signal/take';

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
  return { channels, tUs, counts };
}
