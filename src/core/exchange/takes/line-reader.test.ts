import { expect, it } from 'vitest';
import { framePacket } from '../../testing/frame-packet';
import { LineReader } from './line-reader';

/** What a reader takes from a board's bytes, whole and byte by byte: counters of frames, lines of numbers, and how many are none. */
function read(bytes: Uint8Array) {
  const of = (pieces: readonly Uint8Array[]) => {
    const frames: number[] = [];
    const reader = new LineReader({
      packet: (p) => void (p.is === 'frame' && frames.push(p.counter)),
      numbers: () => {},
      names: () => {},
      remark: () => {},
    });
    pieces.forEach((piece) => reader.feed(piece));
    return { frames, lines: reader.soFar.lines, bad: reader.soFar.bad };
  };
  const whole = of([bytes]);
  expect(of(Array.from(bytes, (byte) => Uint8Array.of(byte)))).toEqual(whole);
  return whole;
}
const text = (line: string) => new TextEncoder().encode(line);
const joined = (...parts: Uint8Array[]) => Uint8Array.from(parts.flatMap((part) => Array.from(part)));
/** Ten frames from a counter on, of one column. */
const frames = (count: number, from = 0) =>
  joined(...Array.from({ length: 10 }, (_, i) => framePacket(from + i, 1000 * i, Uint16Array.of(count))));
const TEN = Array.from({ length: 10 }, (_, i) => i);

it('a first packet is read whatever its bytes are, line feeds among them', () => {
  let feeds = 0;
  for (let count = 0; count < 4096; count += 7) {
    if (framePacket(0, 0, Uint16Array.of(count)).includes(10)) feeds++;
    expect([count, read(frames(count))]).toEqual([count, { frames: TEN, lines: 0, bad: 0 }]);
  }
  expect(feeds).toBeGreaterThan(10);
});

it('behind lines of text and behind what is no line too: none is lost, and what is no line is counted', () => {
  expect(read(joined(text('1,2,3\n4,5,6\n'), frames(2048)))).toEqual({ frames: TEN, lines: 2, bad: 0 });
  expect(read(joined(text('ready: 5 V ok\n'), frames(2048)))).toEqual({ frames: TEN, lines: 0, bad: 1 });
});
