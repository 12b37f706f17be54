import { describe, expect, it } from 'vitest';
import { restStatistics } from '@/core/signal/rest';
import { FrameQueue } from './board';
import { PracticeBoard, PRACTICE_GAUGE, USUAL_DISTURBANCE } from './practice';

/** What a practice board gives in so many seconds. */
function listen(board: PracticeBoard, seconds: number): number[] {
  const queue = new FrameQueue(1, 1000);
  const counts = new Uint16Array(1);
  const heard: number[] = [];
  for (let t = 0; t <= seconds * 1e6; t += 10_000) {
    board.advance(t, queue);
    while (queue.shift(counts)) heard.push(counts[0]);
  }
  return heard;
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
});

describe('the practice board', () => {
  it('is the same for the same seed, and another for another', () => {
    const play = (seed: number) => {
      const board = new PracticeBoard('b', seed);
      board.player.ask('medium', 0);
      return listen(board, 4);
    };
    expect(play(5)).toEqual(play(5));
    expect(play(5)).not.toEqual(play(6));
  });
  it('rests where its gauge says, with the noise that it was given', () => {
    const quiet = listen(
      new PracticeBoard('b', 2, undefined, { ...USUAL_DISTURBANCE, hum: 0, wander: 0 }),
      8,
    );
    const s = restStatistics(quiet, 1000);
    expect(s.rest).toBeCloseTo(PRACTICE_GAUGE.offset * 4096, 0);
    expect(Math.abs(s.noise - Math.sqrt(2.9 ** 2 + 1 / 12))).toBeLessThan(0.15);
  });
  it('follows the hand: 2 kPa pushed and drawn lie 1024 counts to either side', () => {
    const still = { noise: 0, hum: 0, wander: 0, moisture: 0, tremor: 0 };
    for (const kpa of [2, -2]) {
      const board = new PracticeBoard('b', 1, undefined, still);
      board.player.press(kpa);
      expect(listen(board, 1).at(-1)).toBe(Math.round(0.4985 * 4096 + kpa * 512));
    }
  });
  it('creeps up with moisture as it is played, by no more than it was told', () => {
    const board = new PracticeBoard('b', 1, undefined, {
      noise: 0,
      hum: 0,
      wander: 0,
      moisture: 40,
      tremor: 0,
    });
    board.player.press(3);
    const before = listen(board, 300).at(-1)!;
    expect(before - (0.4985 * 4096 + 3 * 512)).toBeGreaterThan(20);
    expect(before - (0.4985 * 4096 + 3 * 512)).toBeLessThan(40);
  });
  it('stays within its converter when it is overblown', () => {
    const board = new PracticeBoard('b', 1, { bits: 10, scanHz: 500 });
    board.player.press(40);
    const heard = listen(board, 1);
    expect([Math.max(...heard), heard.length]).toEqual([1023, 501]);
  });
});
