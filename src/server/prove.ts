import type { BoardTake } from '@/core/prove/play-take';
import { playBoards, type MidiIn } from '@/core/prove/play-take';
import { encodeProgram, type Played, type Sent } from '@/core/exchange/firmware/harness';
import { readImage, writeConfig, writeHeader, writeSource } from '@/core/exchange/firmware/header';
import { playOperations, TooManyBytes } from '@/core/exchange/firmware/play-operations';
import type { Proof } from '@/core/exchange/firmware/proof';
import type { Instrument } from '@/core/instrument/document';
import { MessageReader } from '@/core/midi/message-reader';
import type { Frames } from '@/core/signal/take';
import { compileHost } from './compiler';

/**
 * Plays a take with the application's engine and with what each board gets, and compares every byte, and the state.
 * @param frames columns in any order; those of no sensor are passed over
 * @param mostBytes gives up where the take plays more @param midiIn what comes in on the instrument's inputs @param cache where compiled runtimes are kept
 * @throws TooManyBytes then
 */
export async function prove(
  instrument: Instrument,
  frames: Frames,
  mostBytes = Infinity,
  midiIn: readonly MidiIn[] = [],
  cache?: string,
): Promise<Proof> {
  // A message has two bytes or more, but for real-time ones.
  const takes = playBoards(instrument, frames, mostBytes, midiIn);
  if (!takes) throw new TooManyBytes();
  const bench = takes.map((t) => playOperations(t.image, t.frames, { mostBytes }));
  const host = await compileHost(['-std=c99', '-O2'], cache);
  const boards = await Promise.all(
    takes.map((t) =>
      host.ok ? host.value.play(encodeProgram(t.image, t.frames)) : playFiles(instrument, t),
    ),
  );
  const differences = bench.flatMap((b, i) => firstDifferent(b, boards[i]) ?? []);
  return {
    ...(host.ok ? { by: 'c-runtime' } : { by: 'header', because: host.faults[0].says }),
    messages: bench.reduce((n, b) => n + new MessageReader().read(b.sent.flatMap((s) => s.bytes)).length, 0),
    identical: differences.length === 0,
    firstDifference: differences.length === 0 ? null : Math.min(...differences),
  };
}

/** Plays what the files of a board say, read back: all that can be done without a compiler. */
function playFiles(instrument: Instrument, { board, image, frames }: BoardTake): Played {
  const header = writeHeader(instrument, board, image, frames.channels, false);
  const files = { header, config: writeConfig(image, null), source: writeSource(image, false) };
  return playOperations(readImage(files), frames);
}

/** Operation of the first difference in what was sent, or the last operation where only the state differs; null where nothing does. */
export function firstDifferent(a: Played, b: Played): number | null {
  const last: Sent = { operation: Infinity, bytes: [] };
  for (let i = 0; i < Math.max(a.sent.length, b.sent.length); i++) {
    const [ours, theirs] = [a.sent[i] ?? last, b.sent[i] ?? last];
    const same = ours.operation === theirs.operation && ours.bytes.join() === theirs.bytes.join();
    if (!same) return Math.min(ours.operation, theirs.operation);
  }
  const sameState = a.state.length === b.state.length && a.state.every((byte, i) => byte === b.state[i]);
  return sameState ? null : (a.sent.at(-1)?.operation ?? 0);
}
