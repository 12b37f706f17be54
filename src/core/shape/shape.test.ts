import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import golden from './pchip.golden.json';
import { random } from '../signal/random';
import { DYNAMIC_NAMES, outOfOrder, roomOf } from './dynamics';
import { CURVE_FAMILIES, curveFault, curveOf } from './families';
import { pchip } from './pchip';
import { missedBy, proposeResponse, solved } from './propose';
import { enoughBits, tableOf, worstTableError } from './table';

const knots = fc
  .array(
    fc.record({
      step: fc.double({ min: 0.01, max: 1, noNaN: true }),
      rise: fc.double({ min: 0, max: 1, noNaN: true }),
    }),
    { minLength: 1, maxLength: 12 },
  )
  .map((steps) => {
    const width = steps.reduce((n, s) => n + s.step, 0);
    const height = Math.max(
      1e-9,
      steps.reduce((n, s) => n + s.rise, 0),
    );
    const points = [{ x: 0, y: 0 }];
    for (const s of steps) {
      const last = points[points.length - 1];
      points.push({ x: last.x + s.step / width, y: Math.min(1, last.y + s.rise / height) });
    }
    points[points.length - 1].x = 1;
    return points;
  });

describe(`PCHIP (Fritsch & Carlson 1980) against ${golden.madeBy}`, () => {
  it('gives SciPy’s values at about 1e−12', () => {
    for (const { x, y, at, want } of golden.cases) {
      const curve = pchip(x, y);
      at.forEach((t, i) => expect(Math.abs(curve(t) - want[i])).toBeLessThan(2e-12));
    }
  });
  it('refuses knots that do not rise', () => {
    expect(() => pchip([0, 0, 1], [0, 1, 1])).toThrow(/knot 1/);
    expect(() => pchip([0], [0])).toThrow(RangeError);
  });
});

describe('curves', () => {
  it('through any monotone points stay monotone and within 0 … 1, and so do their tables', () => {
    fc.assert(
      fc.property(knots, fc.integer({ min: 4, max: 8 }), (points, bits) => {
        const curve = curveOf({ family: 'points', points });
        let last = -1;
        for (let i = 0; i <= 300; i++) {
          const y = curve(i / 300);
          expect(y).toBeGreaterThanOrEqual(last - 1e-12);
          expect(y).toBeLessThanOrEqual(1);
          last = Math.max(last, y);
        }
        const table = tableOf({ family: 'points', points }, bits);
        for (let i = 1; i < table.length; i++) expect(table[i]).toBeGreaterThanOrEqual(table[i - 1]);
      }),
      { numRuns: 200 },
    );
  });
  it('clamp what lies outside, and refuse parameters that are not theirs', () => {
    const power = curveOf({ family: 'power', gamma: 2 });
    expect([power(-1), power(0), power(0.5), power(1), power(7)]).toEqual([0, 0, 0.25, 1, 1]);
    expect(() => curveOf({ family: 'power' })).toThrow(/gamma/);
    expect(() =>
      curveOf({
        family: 'points',
        points: [
          { x: 0, y: 1 },
          { x: 1, y: 0 },
        ],
      }),
    ).toThrow(/never fall/);
    expect(() =>
      curveOf({
        family: 'points',
        points: [
          { x: 0, y: 0 },
          { x: 0.9, y: 1 },
        ],
      }),
    ).toThrow(/x = 1/);
  });
});

describe('the board’s table', () => {
  it('has 17 … 257 points in Q15 with both ends exact', () => {
    for (const bits of [4, 8]) {
      const table = tableOf({ family: 'straight' }, bits);
      expect(table.length).toBe(2 ** bits + 1);
      expect([table[0], table[table.length - 1]]).toEqual([0, 32768]);
    }
  });
  it('errs by what a chord errs from a parabola: h²/8 · y″, at x², 127 steps', () => {
    // Chord error of y = x² over a segment of 1/16: (1/16)²/4 = 0.000977, times 127 = 0.124 steps.
    expect(worstTableError({ family: 'power', gamma: 2 }, 4).steps).toBeCloseTo(127 / 16 ** 2 / 4, 2);
    expect(worstTableError({ family: 'straight' }, 4).steps).toBeLessThan(0.01);
  });
});

describe('a curve from dynamics', () => {
  it('gives back the power that made the wishes', () => {
    for (const gamma of [0.4, 0.58, 1, 2.2]) {
      const played = { soft: 0.1, medium: 0.35, loud: 0.8 };
      const wanted = { soft: 127 * 0.1 ** gamma, medium: 127 * 0.35 ** gamma, loud: 127 * 0.8 ** gamma };
      const power = solved('power', played, wanted);
      expect(power.gamma).toBeCloseTo(gamma, 3);
      expect(missedBy(power, played, wanted)).toBeLessThan(0.05);
      expect(proposeResponse(played, wanted).family).toBe('power');
    }
  });
  it('is the nearest of all power curves, as a search of every γ finds it', () => {
    const r = random(12);
    for (let n = 0; n < 200; n++) {
      const [soft, medium, loud] = [r.next(), r.next(), r.next()].sort();
      const [low, middle, high] = [r.whole(0, 127), r.whole(0, 127), r.whole(0, 127)].sort((a, b) => a - b);
      const [played, wanted] = [
        { soft, medium, loud },
        { soft: low, medium: middle, loud: high },
      ];
      const missed = (gamma: number) =>
        (soft ** gamma - low / 127) ** 2 +
        (medium ** gamma - middle / 127) ** 2 +
        (loud ** gamma - high / 127) ** 2;
      let least = Infinity;
      for (let k = 0; k <= 4000; k++) least = Math.min(least, missed(10 ** (-1 + (2 * k) / 4000)));
      expect(missed(solved('power', played, wanted).gamma!)).toBeLessThan(least + 1e-5);
    }
  });
  it('goes through all three where a power cannot, and stays a valid curve for any playing', () => {
    const share = fc.double({ min: 0, max: 1, noNaN: true });
    const step = fc.integer({ min: 0, max: 127 });
    fc.assert(
      fc.property(share, share, share, step, step, step, (a, b, c, p, q, r) => {
        const [soft, medium, loud] = [a, b, c].sort((x, y) => x - y);
        const [low, middle, high] = [p, q, r].sort((x, y) => x - y);
        const response = solved('points', { soft, medium, loud }, { soft: low, medium: middle, loud: high });
        expect(() => curveOf(response)).not.toThrow();
      }),
    );
    const played = { soft: 0.04, medium: 0.37, loud: 0.85 };
    const curve = curveOf(proposeResponse(played, { soft: 32, medium: 70, loud: 110 }));
    expect(127 * curve(0.04)).toBeCloseTo(32, 1);
    expect(127 * curve(0.85)).toBeCloseTo(110, 1);
  });
});

describe('families', () => {
  const number = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  const any = fc.record({
    family: fc.constantFrom(
      'straight' as const,
      'power' as const,
      'exponential' as const,
      's-shape' as const,
    ),
    ...{ gamma: number(0.1, 10), k: number(-8, 8), steepness: number(0.2, 8) },
    ...{ floor: number(0, 0.45), ceiling: number(0.55, 1), dead: number(0, 0.9) },
  });

  it('never fall, begin at their floor where their dead zone ends, and end at their ceiling', () => {
    fc.assert(
      fc.property(any, (response) => {
        const curve = curveOf(response);
        const ys = Array.from({ length: 201 }, (_, i) => curve(i / 200));
        for (let i = 1; i < ys.length; i++) expect(ys[i]).toBeGreaterThanOrEqual(ys[i - 1] - 1e-12);
        expect(ys[0]).toBeCloseTo(response.floor, 12);
        expect(curve(response.dead)).toBeCloseTo(response.floor, 12);
        expect(ys[200]).toBeCloseTo(response.ceiling, 12);
      }),
    );
  });

  it('that one number bends go through where they are dragged to, whatever their ends', () => {
    fc.assert(
      fc.property(any, number(0.1, 0.9), (response, along) => {
        const { floor, ceiling, dead, family } = response;
        if (family === 'straight') return;
        const x = dead + (1 - dead) * along;
        const y = curveOf(response)(x);
        const dragged = CURVE_FAMILIES[family].through({ floor, ceiling, dead }, x, y)!;
        expect(Math.abs(curveOf({ family, ...dragged })(x) - y)).toBeLessThan(1 / 127);
        expect([dragged.floor, dragged.ceiling, dragged.dead]).toEqual([floor, ceiling, dead]);
      }),
    );
  });

  it('exponential and its inverse undo each other (handbook 5), and an S-shape turns over in its middle', () => {
    for (const k of [0.5, 3, 8])
      for (const x of [0.1, 0.5, 0.93]) {
        const [rising, inverse] = [k, -k].map((own) => curveOf({ family: 'exponential', k: own }));
        expect(rising(x)).toBeCloseTo((Math.exp(k * x) - 1) / (Math.exp(k) - 1), 12);
        expect(inverse(rising(x))).toBeCloseTo(x, 9);
        const s = curveOf({ family: 's-shape', steepness: k });
        expect(s(1 - x)).toBeCloseTo(1 - s(x), 12);
        expect((s(0.5001) - s(0.4999)) / 0.0002).toBeCloseTo(k, 3);
      }
  });

  it('say what they lack', () => {
    expect(curveFault({ family: 'exponential', k: 9 })).toMatch(/k from -8 to 8 is required, got 9/);
    expect(curveFault({ family: 'straight', floor: 0.6, ceiling: 0.5 })).toMatch(/floor below the ceiling/);
    expect(() => curveOf({ family: 's-shape' })).toThrow(
      /steepness from 0.2 to 8 is required, got undefined/,
    );
  });
});

it('dynamics that were played out of order are told by the first two that are', () => {
  expect(outOfOrder({ soft: 0.1, medium: 0.1, loud: 0.3 })).toBeNull();
  expect(outOfOrder({ soft: 0.1, medium: 0.4, loud: 0.3 })).toEqual(['medium', 'loud']);
});

it('what a dynamic should read lies between its neighbours: soft never above medium, nor medium above loud', () => {
  const wanted = { soft: 32, medium: 70, loud: 110 };
  expect(DYNAMIC_NAMES.map((d) => roomOf(wanted, d))).toEqual([
    [0, 70],
    [32, 110],
    [70, 127],
  ]);
});

it('a table has points enough where it strays by half a step at most, as few as that takes', () => {
  for (const gamma of [0.2, 0.5, 1, 3]) {
    const response = { family: 'power' as const, gamma };
    const bits = enoughBits(response);
    if (bits < 8) expect(worstTableError(response, bits).steps).toBeLessThanOrEqual(0.5);
    if (bits > 4) expect(worstTableError(response, bits - 1).steps).toBeGreaterThan(0.5);
  }
  expect(enoughBits({ family: 'straight' })).toBe(4);
});
