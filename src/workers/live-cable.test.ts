import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { compile } from '@/core/compile/compile';
import { run } from '@/core/engine/run';
import { digestOf } from '@/core/exchange/document/instrument-digest';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import { splitMessages } from '@/core/midi/messages';
import type { Frames } from '@/core/signal/take';
import { bellowsOf } from '@/core/testing/bellows';
import { framePacket } from '@/core/testing/frame-packet';
import type { FromLive } from './live-protocol';
import { LiveSession } from './live-session';

const wherry = ((): Instrument => {
  const read = readInstrument(readFileSync('demo/wherry.json', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return bellowsOf(read.value);
})();
const loud = ((): Frames => {
  const read = readTakeCsv(readFileSync('demo/wherry-bellows-loud.csv', 'utf8'));
  if (!read.ok) throw new Error(read.faults[0].says);
  return read.value.frames;
})();

/** A session on a cable that is fed ten frames every ten milliseconds. @param bytesOf one frame on the line */
function onCable(bytesOf: (i: number) => Uint8Array, frames = loud.tUs.length) {
  const told: FromLive[] = [];
  const session = new LiveSession(wherry, 1, (m) => told.push(m), 't', 0, 'cable');
  for (let i = 0; i < frames; i += 10) {
    const pieces = Array.from({ length: Math.min(10, frames - i) }, (_, k) => Array.from(bytesOf(i + k)));
    session.handle({ is: 'bytes', bytes: Uint8Array.from(pieces.flat()) });
    session.advance(1000 * (i + 10));
  }
  session.handle({ is: 'recent' });
  const events = told.flatMap((m) => (m.is === 'events' ? m.events : []));
  const ticks = told.flatMap((m) => (m.is === 'tick' ? [m] : []));
  const recent = told.flatMap((m) => (m.is === 'recent' ? [m.frames] : []))[0];
  return { messages: events.map((e) => e.bytes), ticks, recent };
}
const text = (line: string) => new TextEncoder().encode(line);
const heard = run(compile(wherry), loud).flatMap((e) => splitMessages(e.bytes));

describe('a board on a cable', () => {
  it('plays what the same frames play from a file: as packets, as lines with a time, as labelled ones', () => {
    expect(heard.length).toBeGreaterThan(100);
    const { counts, tUs } = loud;
    for (const bytesOf of [
      (i: number) => framePacket(i, tUs[i] + 4_294_000_000, counts.subarray(i, i + 1)),
      (i: number) => text(`${i === 0 ? 't_us,bellows\n' : ''}${tUs[i]},${counts[i]}\n`),
      (i: number) => text(`t_us:${tUs[i]} spare:7 bellows:${counts[i]}\r\n`),
    ])
      expect(onCable(bytesOf).messages).toEqual(heard);
  });
  it('tells what the line brings, and frames that its counter misses', () => {
    const { ticks } = onCable(
      (i) => (i % 100 === 50 ? text('') : framePacket(i, 1000 * i, loud.counts.subarray(i, i + 1))),
      2000,
    );
    const last = ticks[ticks.length - 1];
    expect(last.lost).toBe(20);
    expect(last.line).toMatchObject({ columns: 1, width: 1, timed: true, bad: 0 });
    // Ticks come every 33 ms.
    expect(last.line!.packets).toBeGreaterThan(1940);
    expect(Array.from(loud.counts.subarray(1940, 2000))).toContain(last.counts[0]);
  });
  it('tells whether the sketch was made from this instrument as it is, once it has said', () => {
    const digest = digestOf(wherry, wherry.boards[0], compile(wherry));
    const ours = (says: string) =>
      onCable((i) => text(`${i === 0 ? says : ''}bellows:${loud.counts[i]}\n`), 100).ticks.at(-1)!
        .sketchIsOurs;
    expect(ours(`# board: ${digest},1000\n`)).toBe(true);
    expect(ours('# board: 0badc0de,1000\n')).toBe(false);
    expect(ours('# board: who knows\n')).toBeNull();
  });
  it('remembers its last seconds, of the columns that it brings alone', () => {
    const { recent } = onCable((i) => text(`bellows:${loud.counts[i]}\n`), 1500);
    expect(recent.channels).toEqual(['bellows']);
    expect(Array.from(recent.counts)).toEqual(Array.from(loud.counts.subarray(0, 1500)));
    expect(onCable((i) => text(`other:${i % 7} more:1\n`), 100).recent.channels).toEqual(['bellows']);
  });
  it('asks nothing of a player: hands and faults of the practice board do nothing to it', () => {
    const told: FromLive[] = [];
    const session = new LiveSession(wherry, 1, (m) => told.push(m), 't', 0, 'cable');
    session.handle({ is: 'hand', sensor: 'bellows', lane: 0, strength: 1 });
    session.handle({ is: 'break', faults: [{ is: 'freezes' }] });
    session.advance(500_000);
    const [tick] = told.flatMap((m) => (m.is === 'tick' ? [m] : []));
    expect(tick).toMatchObject({ rateHz: 0, counts: [0], line: { bytes: 0, columns: 0 } });
  });
});
