import { describe, expect, it } from 'vitest';
import { newInstrument } from '@/core/instrument/create';
import type { Instrument } from '@/core/instrument/document';
import { PRACTICE_GAUGE, SimulatedBreath, USUAL_DISTURBANCE } from '@/core/kinds/breath-gauge/simulate';
import { restStatistics } from '@/core/signal/rest';
import { instrumentOf, kneeSwitch, strikePads, touchPads } from '@/core/testing/bank-instruments';
import { FrameQueue } from './board';
import { PracticeBoard } from './practice';

const breath = (): Instrument => newInstrument('b', 'B', '2026-01-01T00:00:00Z');

/** What a practice board gives in so many seconds, a list a column; and the edges. */
function listen(board: PracticeBoard, seconds: number) {
  const width = board.info.columns.length;
  const queue = new FrameQueue(width, 1000);
  const counts = new Uint16Array(width);
  const heard = Array.from({ length: width }, (): number[] => []);
  const edges: { tUs: number; closed: boolean }[] = [];
  for (let t = 0; t <= seconds * 1e6; t += 10_000) {
    board.advance(t, queue);
    for (let f = queue.shift(counts); f; f = queue.shift(counts)) {
      for (let e = queue.shiftEdge(f.tUs); e; e = queue.shiftEdge(f.tUs)) edges.push(e);
      counts.forEach((count, c) => heard[c].push(count));
    }
  }
  return { heard, edges };
}
const still = { noise: 0, hum: 0, wander: 0, moisture: 0, tremor: 0 };
/** Counts of a gauge that is pressed by hand. */
function pressed(strength: number, disturbance = still, seconds = 1, board = { bits: 12, scanHz: 1000 }) {
  const gauge = new SimulatedBreath({ facts: { ...PRACTICE_GAUGE } }, board, 1, disturbance);
  gauge.hand(0, strength);
  const counts = [0];
  return Array.from({ length: seconds * board.scanHz + 1 }, (_, i) => {
    gauge.frame((i * 1e6) / board.scanHz, counts, 0);
    return counts[0];
  });
}

describe('the queue of frames', () => {
  it('gives frames in order, drops the oldest when full, and the counters tell what it dropped', () => {
    const queue = new FrameQueue(2, 3);
    for (let i = 0; i < 5; i++) queue.push(i * 10, i, [i, 100 + i]);
    const counts = new Uint16Array(2);
    expect(queue.length).toBe(3);
    expect(queue.shift(counts)).toEqual({ tUs: 20, counter: 2 });
    expect(Array.from(counts)).toEqual([2, 102]);
    queue.shift(counts);
    queue.shift(counts);
    expect(queue.shift(counts)).toBeNull();
  });
  it('gives edges up to the time of a frame', () => {
    const queue = new FrameQueue(1, 3);
    for (const tUs of [5, 15]) queue.pushEdge({ tUs, contact: 0, closed: true });
    expect(queue.shiftEdge(10)?.tUs).toBe(5);
    expect(queue.shiftEdge(10)).toBeNull();
  });
});

describe('the practice board', () => {
  it('is the same for the same seed, and another for another', () => {
    const play = (seed: number) => {
      const board = new PracticeBoard(breath(), seed);
      board.ask('breath', 'medium', 0);
      return listen(board, 4).heard;
    };
    expect(play(5)).toEqual(play(5));
    expect(play(5)).not.toEqual(play(6));
  });
  it('rests where its gauge says, with the noise that it was given', () => {
    const s = restStatistics(pressed(0, { ...USUAL_DISTURBANCE, hum: 0, wander: 0 }, 8), 1000);
    expect(s.rest).toBeCloseTo(PRACTICE_GAUGE.offset * 4096, 0);
    expect(Math.abs(s.noise - Math.sqrt(2.9 ** 2 + 1 / 12))).toBeLessThan(0.15);
  });
  it('follows the hand: 2 kPa pushed and drawn lie 1024 counts to either side', () => {
    for (const kpa of [2, -2]) expect(pressed(kpa / 2.5).at(-1)).toBe(Math.round(0.4985 * 4096 + kpa * 512));
  });
  it('creeps up with moisture as it is played, by no more than it was told', () => {
    const before = pressed(1.2, { ...still, moisture: 40 }, 300).at(-1)! - (0.4985 * 4096 + 3 * 512);
    expect(before).toBeGreaterThan(20);
    expect(before).toBeLessThan(40);
  });
  it('stays within its converter when it is overblown', () => {
    const heard = pressed(16, USUAL_DISTURBANCE, 1, { bits: 10, scanHz: 500 });
    expect([Math.max(...heard), heard.length]).toEqual([1023, 501]);
  });
  it('plays every sensor of the instrument, several at once, by hand', () => {
    const instrument = instrumentOf(
      [...breath().sensors, touchPads([60, 62]), strikePads([64, 65]), kneeSwitch()],
      [],
    );
    const board = new PracticeBoard(instrument, 4);
    const before = listen(board, 0.5).heard.map((h) => h.at(-1)!);
    board.hand('breath', 0, 0.8);
    board.hand('pads', 1, 1);
    board.hand('stones', 0, 0.5);
    board.hand('knee', 0, 1);
    const { heard, edges } = listen(board, 1);
    const moved = heard.map((h, c) => Math.max(...h.map((count) => Math.abs(count - before[c]))));
    const [breathMoved, first, second, struck, shaken] = moved;
    expect(breathMoved).toBeGreaterThan(800);
    expect(second).toBeGreaterThan(4 * first);
    expect(struck).toBeGreaterThan(10 * shaken);
    expect(edges.length % 2).toBe(1);
    expect(edges.at(-1)!.closed).toBe(true);
  });
});
