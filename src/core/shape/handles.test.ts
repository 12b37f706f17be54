import fc from 'fast-check';
import { expect, it } from 'vitest';
import { random } from '../signal/random';
import { randomResponse } from '../testing/random-response';
import { curveFault, curveOf } from './families';
import { asPoints, handlesOf, MOST_POINTS, withHandleAt, withoutPoint, withPoint } from './handles';

const place = fc.double({ min: -0.5, max: 1.5, noNaN: true });
const seed = fc.integer({ min: 1, max: 1e6 });

it('wherever handles of any curve are dragged to, and points are added and taken away, it stays a curve', () => {
  fc.assert(
    fc.property(
      seed,
      fc.array(fc.tuple(fc.nat(3), fc.nat(40), place, place), { maxLength: 40 }),
      (n, moves) => {
        let curve: Parameters<typeof handlesOf>[0] = randomResponse(random(n));
        for (const [does, at, x, y] of moves) {
          const handles = handlesOf(curve);
          if (does < 2) curve = withHandleAt(curve, at % handles.length, x, y);
          else if (does === 2) curve = withPoint(curve, x, y);
          else curve = withoutPoint(curve, at % handles.length);
          expect(curveFault(curve)).toBeNull();
          expect(curve.points?.length ?? 2).toBeLessThanOrEqual(MOST_POINTS);
        }
      },
    ),
  );
});

it('a handle goes where it is dragged to, as far as its neighbours let it', () => {
  const points = [0, 0.4, 0.6, 1].map((v) => ({ x: v, y: v }));
  const curve = { family: 'points' as const, points };
  expect(withHandleAt(curve, 1, 0.2, 0.5).points![1]).toEqual({ x: 0.2, y: 0.5 });
  // Points that cross: beside the next, and no higher.
  expect(withHandleAt(curve, 1, 0.9, 0.9).points![1]).toEqual({ x: 0.595, y: 0.6 });
  expect(withHandleAt(curve, 0, 0.5, 0.3).points![0]).toEqual({ x: 0, y: 0.3 });
  const power = { family: 'power' as const, gamma: 1 };
  const begun = withHandleAt(power, 0, 0.2, 0.1);
  expect([curveOf(begun)(0.2), curveOf(begun)(0)]).toEqual([0.1, 0.1]);
  const bent = withHandleAt(begun, 1, 0.9, 0.3);
  expect(bent).toMatchObject({ dead: 0.2, floor: 0.1 });
  expect(curveOf(bent)(0.6)).toBeCloseTo(0.3, 2);
});

it('a curve as points lies on itself at each of them, and a point that is added where it lies changes it little', () => {
  const curve = { family: 'exponential' as const, k: 2.5, dead: 0.1, floor: 0.2 };
  const knots = asPoints(curve);
  for (const { x, y } of knots.points) expect(y).toBeCloseTo(curveOf(curve)(x), 3);
  const more = withPoint(knots, 0.3, curveOf(knots)(0.3));
  expect(more.points).toHaveLength(knots.points.length + 1);
  for (let x = 0; x <= 1; x += 0.01)
    expect(Math.abs(curveOf(more)(x) - curveOf(knots)(x))).toBeLessThan(0.02);
  expect(withoutPoint(more, 0)).toEqual(more);
});
