import type { Program } from '../engine/program';
import { start } from '../engine/state';
import { silence } from '../engine/gate';
import { step } from '../engine/step';
import type { Frames } from '../signal/take';
import type { Sent } from './harness';

/** Thrown where a take plays more than it may. */
export class TooManyBytes extends Error {}

/**
 * Plays a take as firmware/host/harness.c does, with the application's engine: same operations, same numbering.
 * @param mostBytes gives up past so many
 * @throws TooManyBytes then
 */
export function playOperations(
  program: Program,
  frames: Frames,
  silenceBefore: ReadonlySet<number> = new Set(),
  mostBytes = Infinity,
): Sent[] {
  const state = start(program);
  const out = new Uint8Array(program.maxBytes);
  const width = frames.channels.length;
  const sent: Sent[] = [];
  let operation = 0;
  let bytes = 0;
  const put = (n: number) => {
    if ((bytes += n) > mostBytes) throw new TooManyBytes();
    if (n > 0) sent.push({ operation, bytes: Array.from(out.subarray(0, n)) });
    operation++;
  };
  for (let i = 0; i < frames.tUs.length; i++) {
    if (silenceBefore.has(i)) put(silence(state, out));
    put(step(program, state, frames.tUs[i], frames.counts, i * width, out));
  }
  put(silence(state, out));
  return sent;
}
