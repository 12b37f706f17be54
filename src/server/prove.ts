import { channelsOf, compile } from '@/core/engine/compile';
import { writeHeader } from '@/core/exchange/header';
import { readHeader } from '@/core/exchange/read-header';
import { encodeTake, writePrograms, type Sent } from '@/core/exchange/harness';
import type { Proof } from '@/core/exchange/proof';
import { playOperations } from '@/core/exchange/play-operations';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import type { Frames } from '@/core/signal/take';
import { compileHost } from './compiler';

/**
 * Plays a take with the application's engine and with what the board gets, and compares every byte.
 * @param frames of any board; the instrument's columns are picked out in the board's own order
 * @param scratch a folder that may be made; whoever asks removes it
 * @param mostBytes gives up where the take plays more
 * @throws TooManyBytes then
 */
export async function prove(
  instrument: Instrument,
  frames: Frames,
  scratch: string,
  mostBytes = Infinity,
): Promise<Proof> {
  const channels = channelsOf(instrument);
  const program = compile(instrument, channels);
  const own = ownColumns(frames, channels);
  const bench = playOperations(program, own, undefined, mostBytes);
  const host = await compileHost(writePrograms([{ instrument, program, channels }]), scratch, [
    '-std=c99',
    '-O2',
  ]);
  const board = host.ok
    ? await host.value.play(encodeTake(0, own))
    : playOperations(readHeader(writeHeader(instrument, program, channels)), own);
  const firstDifference = firstDifferent(bench, board);
  return {
    ...(host.ok ? { by: 'c-runtime' } : { by: 'header', because: host.faults[0].says }),
    messages: bench.reduce((n, s) => n + splitMessages(s.bytes).length, 0),
    identical: firstDifference === null,
    firstDifference,
  };
}

/** The take as the board would scan it; a column that it lacks reads 0. */
function ownColumns(frames: Frames, channels: string[]): Frames {
  const from = channels.map((c) => frames.channels.indexOf(c));
  const counts = new Uint16Array(frames.tUs.length * channels.length);
  for (let i = 0; i < frames.tUs.length; i++)
    from.forEach((f, c) => {
      counts[i * channels.length + c] = f < 0 ? 0 : frames.counts[i * frames.channels.length + f];
    });
  return { channels, tUs: frames.tUs, counts };
}

/** Frame of the first difference, or null. */
export function firstDifferent(a: readonly Sent[], b: readonly Sent[]): number | null {
  for (let i = 0; i < Math.max(a.length, b.length); i++) {
    const same = a[i]?.operation === b[i]?.operation && a[i]?.bytes.join() === b[i]?.bytes.join();
    if (!same) return Math.min(a[i]?.operation ?? Infinity, b[i]?.operation ?? Infinity);
  }
  return null;
}
