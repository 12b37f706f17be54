import { expect, it } from 'vitest';
import { random } from '../signal/random';
import { lagOf } from './lag';

/** Notes at uneven times, µs. */
const NOTES = [400, 1050, 1500, 2380, 3000, 3900, 4700, 5200].map((ms) => 1000 * ms);

it('a hand that is always 80 ms late, give or take 15, is found to be', () => {
  const r = random(3);
  for (const lateUs of [80_000, -60_000, 0]) {
    const taps = NOTES.map((t) => t + lateUs + 15_000 * r.gauss());
    expect(Math.abs(lagOf(taps, NOTES) - lateUs)).toBeLessThan(12_000);
  }
});

it('taps that miss a note, or stand for none, do not move it', () => {
  const taps = NOTES.filter((_, i) => i !== 2).map((t) => t + 70_000);
  // Half a second from any note: of nothing that was played.
  const stray = [...taps, 7_000_000, 8_000_000];
  expect(lagOf(stray, NOTES)).toBe(70_000);
});

it('fewer than five tell nothing', () => {
  expect(
    lagOf(
      NOTES.slice(0, 4).map((t) => t + 90_000),
      NOTES,
    ),
  ).toBe(0);
  expect(lagOf([], NOTES)).toBe(0);
  expect(lagOf(NOTES, [])).toBe(0);
});
