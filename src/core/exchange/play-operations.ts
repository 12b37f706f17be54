import { startEngine } from '../engine/engine';
import type { Image } from '../engine/layout';
import { playEdge, playFrame, silence } from '../engine/play';
import type { Frames } from '../signal/take';
import { encodeState, forOperations, type Played, type Sent } from './harness';

/** Thrown where a take plays more than it may. */
export class TooManyBytes extends Error {}

/**
 * Plays a take as firmware/host/harness.c does, with the application's engine: same operations, same numbering.
 * @param mostBytes gives up past so many
 * @throws TooManyBytes then
 */
export function playOperations(
  image: Image,
  frames: Frames,
  silenceBefore: ReadonlySet<number> = new Set(),
  mostBytes = Infinity,
): Played {
  const e = startEngine(image);
  const width = frames.channels.length;
  const sent: Sent[] = [];
  let operation = 0;
  let bytes = 0;
  const put = (n: number) => {
    if ((bytes += n) > mostBytes) throw new TooManyBytes();
    if (n > 0) sent.push({ operation, bytes: Array.from(e.out.subarray(0, n)) });
    operation++;
  };
  forOperations(frames, silenceBefore, {
    edge: (tUs, contact, closed) => put(playEdge(e, tUs, contact, closed)),
    silence: () => put(silence(e)),
    frame: (i) => put(playFrame(e, frames.tUs[i], frames.counts, i * width)),
  });
  return { sent, state: encodeState(e.state) };
}
