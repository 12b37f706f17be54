import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { random } from '../signal/random';
import { evenedOut, steepestFor, unevenness } from './even-out';
import { CURVE_FAMILIES } from './families';

const BINS = 32;

/** Places where somebody plays: around one of two strengths most of the time, anywhere else. */
function playedPlaces(seed: number, n = 4000): number[] {
  const r = random(seed);
  const [soft, loud] = [r.between(0.05, 0.5), r.between(0.3, 0.95)];
  return Array.from({ length: n }, () => {
    const about = r.next() < 0.6 ? soft : loud;
    return r.next() < 0.2
      ? r.next()
      : Math.min(0.999, Math.max(0.001, about + 0.06 * (r.next() + r.next() - 1)));
  });
}

function histogram(places: readonly number[]): number[] {
  const bins = new Array<number>(BINS).fill(0);
  for (const x of places) bins[Math.min(BINS - 1, Math.floor(x * BINS))] += 1 / places.length;
  return bins;
}

const curveOf = (points: { x: number; y: number }[]) => CURVE_FAMILIES.points.curve({ points });

describe('a curve that is evened out from use (maker’s handbook 5)', () => {
  it('lands each place at its rank among all that were played, within what one bin holds', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const places = playedPlaces(seed);
      const along = histogram(places);
      const curve = curveOf(evenedOut(along, { strength: 1, noise: 0 }));
      const sorted = places.toSorted((a, b) => a - b);
      const furthest = Math.max(...sorted.map((x, i) => Math.abs(curve(x) - (i + 0.5) / sorted.length)));
      expect(furthest).toBeLessThanOrEqual(Math.max(...along));
      // Kolmogorov–Smirnov distance to an even use: before, and after.
      const after = unevenness(histogram(places.map(curve)));
      expect(after).toBeLessThan(0.05);
      expect(after).toBeLessThan(unevenness(along));
    }
  });
  it('by half lies half way from a straight line, by nothing on it', () => {
    const along = histogram(playedPlaces(7));
    const all = evenedOut(along, { strength: 1, noise: 0 });
    const half = evenedOut(along, { strength: 0.5, noise: 0 });
    half.forEach(({ x, y }, i) => expect(y).toBeCloseTo((x + all[i].y) / 2, 5));
    expect(evenedOut(along, { strength: 0, noise: 0 })).toEqual([
      { x: 0, y: 0 },
      { x: 1, y: 1 },
    ]);
  });
  it('what is too steep in one bin is shared out evenly among the others', () => {
    const hot = 10;
    const along = Array.from({ length: BINS }, (_, i) => (i === hot ? 0.5 : 0.5 / (BINS - 1)));
    const noise = 0.5 / (127 * 3);
    expect(steepestFor(noise)).toBeCloseTo(3, 9);
    const points = evenedOut(along, { strength: 1, noise });
    const rises = points.slice(1).map(({ y }, i) => BINS * (y - points[i].y));
    expect(rises[hot]).toBeGreaterThan(2.4);
    expect(rises[hot]).toBeLessThanOrEqual(3);
    const others = (BINS - rises[hot]) / (BINS - 1);
    rises.forEach((rise, i) => i !== hot && expect(rise).toBeCloseTo(others, 3));
  });
  it('always rises from end to end, and is never steeper than noise at rest allows: under half a step of 127', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: BINS, maxLength: BINS }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 0.02, noNaN: true }),
        (weights, strength, noise) => {
          const sum = weights.reduce((a, b) => a + b, 0);
          const along = weights.map((w) => (sum === 0 ? 0 : w / sum));
          const points = evenedOut(along, { strength, noise });
          expect(CURVE_FAMILIES.points.fault({ points })).toBeNull();
          const curve = curveOf(points);
          expect([curve(0), curve(1)]).toEqual([0, 1]);
          const most = Math.max(1, steepestFor(noise)) * 1.02;
          for (let x = 0; x < 1; x += 1 / 512)
            expect((curve(x + 1 / 512) - curve(x)) * 512).toBeLessThan(most);
        },
      ),
      { numRuns: 300 },
    );
  });
});
