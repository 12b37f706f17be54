import { describe, expect, it } from 'vitest';
import { LineClock } from './line-clock';

describe('the clock of a line', () => {
  it('begins at the time here, goes on with the board’s, and over the turn of its 32 bits', () => {
    const clock = new LineClock();
    const turn = 2 ** 32;
    expect(clock.take(turn - 1500, 7000)).toBe(7000);
    expect(clock.follows(500)).toBe(true);
    expect(clock.take(500, 9_000_000)).toBe(9000);
    expect(clock.take(1500.4, 0)).toBe(10_000);
    expect(clock.restarts).toBe(0);
  });
  it('a reading a little earlier is at the same time, and the next one is not counted from it', () => {
    const clock = new LineClock();
    clock.take(100_000, 0);
    expect(clock.take(95_000, 0)).toBe(0);
    expect(clock.take(101_000, 0)).toBe(1000);
  });
  it('what lies further back, or over ten seconds ahead, does not follow; of two that were held the second may follow the first', () => {
    const clock = new LineClock();
    clock.take(1_000_000, 0);
    for (const [boardUs, follows] of [
      [989_999, false],
      [990_000, true],
      [11_000_000, true],
      [11_000_001, false],
    ] as const)
      expect(clock.follows(boardUs)).toBe(follows);
    expect(clock.follows(2000, 1000)).toBe(true);
  });
  it('one that began anew goes on at the time here, and never goes back', () => {
    const clock = new LineClock();
    clock.take(5_000_000, 100);
    clock.take(5_500_000, 100);
    expect(clock.restart(0, 900_000)).toBe(900_000);
    expect(clock.take(1000, 0)).toBe(901_000);
    expect(clock.restart(0, 10)).toBe(901_000);
    expect(clock.restarts).toBe(2);
  });
});
