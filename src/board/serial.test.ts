import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LineReader } from '@/core/exchange/takes/line-reader';
import { framePacket } from '@/core/testing/frame-packet';
import { FrameQueue } from './board';
import { SerialBoard } from './serial';

const bytes = (text: string) => new TextEncoder().encode(text);

/** What a board on a cable with two columns makes of a text. @param nowUs time of its arrival */
function heard(text: string, columns = ['push', 'pull'], nowUs: (line: number) => number = (i) => 1000 * i) {
  const board = new SerialBoard(columns, ['left'], 1000);
  const queue = new FrameQueue(columns.length, 1 << 16);
  const frames: [number, ...number[]][] = [];
  const edges: unknown[] = [];
  const frame = new Uint16Array(columns.length);
  text.split(/(?<=\n)/).forEach((line, i) => {
    board.feed(bytes(line), nowUs(i));
    board.advance(0, queue);
    for (let e = queue.shiftEdge(Infinity); e; e = queue.shiftEdge(Infinity)) edges.push(e);
    for (let f = queue.shift(frame); f; f = queue.shift(frame)) frames.push([f.tUs, ...frame]);
  });
  return { frames, edges, state: board.state };
}
const many = (n: number, line: (i: number) => string) =>
  Array.from({ length: n }, (_, i) => line(i)).join('\n') + '\n';

it('a first line that was cut does not tell the unit of time: milliseconds stay milliseconds', () => {
  const { frames } = heard(many(60, (i) => `${i === 0 ? 7 : 123_000 + 2 * i},10,20`));
  const steps = frames.slice(1).map(([t], i) => t - frames[i][0]);
  expect(steps.slice(2).every((step) => step === 2000)).toBe(true);
});

describe('what makers’ boards print', () => {
  it.each([
    ['commas', '10,20\r\n11,21\r\n'],
    ['tabs and spaces', '10\t20\n11 21\n'],
    ['semicolons', '10;20\n11;21\n'],
    ['names with a colon', 'push:10 pull:20\npush:11 pull:21\n'],
    ['names with an equals sign, in another order', 'pull=20,push=10\npull=21,push=11\n'],
    ['a line of names', 'pull,push\n20,10\n21,11\n'],
    ['more columns than the instrument has', 'push,spare,pull\n10,7,20\n11,8,21\n'],
  ])('%s', (_, text) => {
    const { frames, state } = heard(text);
    expect(frames.map(([, ...counts]) => counts)).toEqual([
      [10, 20],
      [11, 21],
    ]);
    expect(state).toMatchObject({ bad: 0, columns: 2, timed: false });
  });
  it('a time in front is found by its name, or by the column that is too many, in µs or ms', () => {
    expect(heard('t_ms,push,pull\n0,1,2\n5,3,4\n').frames).toEqual([
      [1000, 1, 2],
      [6000, 3, 4],
    ]);
    for (const [step, us] of [
      [1, 1000],
      [1000, 1000],
    ]) {
      const { frames, state } = heard(many(60, (i) => `${i * step},5,6`));
      expect(state.timed).toBe(true);
      const periods = frames.slice(1).map(([t], i) => t - frames[i][0]);
      expect(new Set(periods)).toEqual(new Set([us]));
    }
  });
  it('a clock that wraps goes on; one that begins anew begins a new stretch, and nothing is lost', () => {
    const wraps = heard(
      `t_us,push,pull\n${many(20, (i) => `${(4294967296 - 5000 + 1000 * i) % 4294967296},${i},0`)}`,
    );
    expect(wraps.state.restarts).toBe(0);
    expect(wraps.frames.map(([t]) => t)).toEqual(Array.from({ length: 20 }, (_, i) => 1000 + 1000 * i));
    const anew = heard(
      `t_us,push,pull\n${many(10, (i) => `${9_000_000 + 1000 * i},1,1`)}${many(10, (i) => `${1000 * i},2,2`)}`,
    );
    expect(anew.state.restarts).toBe(1);
    expect(anew.frames).toHaveLength(20);
    for (let i = 1; i < 20; i++) expect(anew.frames[i][0]).toBeGreaterThanOrEqual(anew.frames[i - 1][0]);
  });
  it('a time that was cut off moves nothing: its line is left out and counted, in the middle and at the end', () => {
    const lines = Array.from({ length: 40 }, (_, i) => `${30_000_000 + 1000 * i},${i},0`);
    // 30 020 000 loses its last digits, 30 030 000 its first.
    lines[20] = '3002,20,0';
    lines[30] = '0030000,30,0';
    const { frames, state } = heard(`t_us,push,pull\n${lines.join('\n')}\n`);
    expect(state).toMatchObject({ restarts: 0, bad: 2 });
    expect(frames.map(([, push]) => push)).toEqual(
      Array.from({ length: 40 }, (_, i) => i).filter((i) => i !== 20 && i !== 30),
    );
    const [[first], last] = [frames[0], frames[frames.length - 1]];
    expect(last[0] - first).toBe(39_000);
  });
  it('packets stand in the instrument’s order, whatever names came before', () => {
    const board = new SerialBoard(['push', 'pull'], [], 1000);
    const queue = new FrameQueue(2, 8);
    board.feed(bytes('pull:20 push:10\n'), 0);
    board.feed(framePacket(0, 0, Uint16Array.of(11, 21)), 1000);
    board.advance(0, queue);
    const frame = new Uint16Array(2);
    const read: number[][] = [];
    while (queue.shift(frame)) read.push(Array.from(frame));
    expect(read).toEqual([
      [10, 20],
      [11, 21],
    ]);
  });
  it('edges come as remarks; other remarks, lines without numbers and a column count that changes harm nothing', () => {
    const { frames, edges, state } = heard(
      't_us,push,pull\n0,1,2\n# edge: 500,0,1\n# overruns: 3\n1000,3,4\nhello there!\n\n2000,5,6,7\n3000,8,9\n',
    );
    expect(edges).toEqual([{ tUs: 1500, contact: 0, closed: true }]);
    expect(frames.map(([, a, b]) => [a, b]).slice(0, 2)).toEqual([
      [1, 2],
      [3, 4],
    ]);
    expect(frames.at(-1)!.slice(1)).toEqual([8, 9]);
    expect(state.bad).toBe(1);
  });
  it('what it says to settings comes as a packet or as a remark, and is counted', () => {
    const board = new SerialBoard(['a'], [], 1000);
    expect(board.state.answer).toBeNull();
    board.feed(bytes('t_us,a\n0,1\n# settings: 2\n'), 0);
    expect(board.state.answer).toEqual({ says: 2, n: 1 });
    board.feed(bytes('# settings: no\n# settings: 0\n'), 0);
    expect(board.state.answer).toEqual({ says: 0, n: 2 });
  });
  it('a count that the converter cannot give is its highest, and counted', () => {
    const board = new SerialBoard(['a'], [], 1000, 1023);
    const queue = new FrameQueue(1, 8);
    board.feed(bytes('1023\n4000\n-3\n'), 0);
    board.advance(0, queue);
    const frame = new Uint16Array(1);
    const read: number[] = [];
    while (queue.shift(frame)) read.push(frame[0]);
    expect([read, board.state.past]).toEqual([[1023, 1023, 0], 1]);
  });
  it('a wrong baud rate shows as bytes that no text has', () => {
    const reader = new LineReader({ packet: () => {}, numbers: () => {}, names: () => {}, remark: () => {} });
    reader.feed(bytes(many(200, (i) => `${i},500,600`)));
    expect(reader.soFar.garbled).toBe(0);
    reader.feed(Uint8Array.from({ length: 4000 }, (_, i) => (i * 73) % 256));
    expect(reader.soFar.garbled).toBeGreaterThan(0.3);
  });
});

describe('whatever comes', () => {
  it('nothing is thrown, and what is no line is counted', () => {
    fc.assert(
      fc.property(fc.array(fc.uint8Array({ maxLength: 300 }), { maxLength: 20 }), (pieces) => {
        const board = new SerialBoard(['a'], [], 1000);
        for (const piece of pieces) board.feed(piece, 0);
        const { bytes: n, lines, bad } = board.state;
        expect(n).toBe(pieces.reduce((sum, p) => sum + p.length, 0));
        expect(lines + bad).toBeLessThanOrEqual(n);
      }),
      { numRuns: 300 },
    );
  });
  it('half a million lines, good and cut, are all accounted for', () => {
    const n = 500_000;
    const text = bytes(many(n, (i) => (i % 10 === 9 ? `${i},12x` : `${i},12`)));
    let frames = 0;
    const reader = new LineReader({
      packet: () => {},
      numbers: () => frames++,
      names: () => {},
      remark: () => {},
    });
    for (let at = 0; at < text.length; at += 65_536) reader.feed(text.subarray(at, at + 65_536));
    expect([frames, reader.soFar.lines, reader.soFar.bad]).toEqual([0.9 * n, 0.9 * n, 0.1 * n]);
  });
});
