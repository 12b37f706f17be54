import { expect, it } from 'vitest';
import { playTake } from '../../calibrate/played-take';
import { random } from '../../signal/random';
import { restStatistics } from '../../signal/rest';
import { creepBetween } from './creep-between';

const REST = 400;
const NOISE = 2;

/** Presses of 300 ms, a second apart, after each of which so many counts are left that fade in a time constant, s; by formula. */
function creeping(left: number, fadesS: number, seed: number) {
  const r = random(seed);
  const tUs = Float64Array.from({ length: 14_000 }, (_, i) => 1000 * i);
  const counts = Uint16Array.from(tUs, (us) => {
    const s = us / 1e6 - 1;
    const since = s < 0 ? null : s % 1.3;
    if (since === null) return Math.round(REST + NOISE * r.gauss());
    if (since < 0.3) return Math.round(REST + 900 * Math.sin((Math.PI * since) / 0.3) + NOISE * r.gauss());
    return Math.round(REST + left * Math.exp(-(since - 0.3) / fadesS) + NOISE * r.gauss());
  });
  const still = Uint16Array.from({ length: 3000 }, () => Math.round(REST + NOISE * r.gauss()));
  const stats = restStatistics(still, 1000);
  return creepBetween([playTake({ id: 't', role: 'medium', tUs, counts }, stats, 4095)], stats.noise);
}

it('creep between presses is how fast what is left falls off, in counts a second', () => {
  // By hand: a pause is looked at from 0.1 s after its press at the earliest to 0.06 s before the next.
  const slopeAt = (left: number, s: number, since: number) => (left / s) * Math.exp(-since / s);
  for (let seed = 1; seed <= 20; seed++)
    for (const [left, s] of [
      [8, 1.5],
      [15, 0.8],
      [15, 3],
    ]) {
      const creep = creeping(left, s, seed);
      expect([seed, left, s, creep > 0.9 * slopeAt(left, s, 0.94)]).toEqual([seed, left, s, true]);
      expect([seed, left, s, creep < 1.1 * slopeAt(left, s, 0.1)]).toEqual([seed, left, s, true]);
    }
});

it('noise alone is no creep', () => {
  const seen = Array.from({ length: 40 }, (_, i) => creeping(0, 1, 100 + i));
  expect(seen.filter((creep) => creep > 0)).toEqual([]);
});
