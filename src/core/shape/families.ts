import { DYNAMIC_NAMES, solvePoints, type Dynamics, type Played } from './dynamics';
import { leastAt } from './least';
import { pchip } from './pchip';

/** What a family needs of a response: its own parameter, and what every curve may have. */
export interface CurveParameters {
  /** Exponent of the power family. */
  gamma?: number;
  /** Of the exponential family; below 0 its inverse. */
  k?: number;
  /** Of the S-shape: how steep its middle is. */
  steepness?: number;
  points?: { x: number; y: number }[];
  /** What the curve reads where it begins, and at its end, 0 … 1; 0 and 1 where they are left out. */
  floor?: number;
  ceiling?: number;
  /** Share of the way on which it stays at its floor. */
  dead?: number;
}

/** One way from playing (x, 0 … 1) to sound (y, 0 … 1). Every curve is monotone and stays within 0 … 1. */
export interface CurveFamily {
  id: string;
  name: string;
  /** It with its parameters, as short as it can be said: "power 0.62". */
  words(p: CurveParameters): string;
  /** The parameters with which soft, medium and loud playing lands nearest to what it should read. @param p whose floor, ceiling and dead zone stay */
  solve(played: Played, wanted: Dynamics, p: CurveParameters): CurveParameters;
  /** The parameters with which it goes through a place as near as it can; null where it has none that bends it. */
  through(p: CurveParameters, x: number, y: number): CurveParameters | null;
  /** What is wrong with the parameters, or null. */
  fault(p: CurveParameters): string | null;
  /** The curve from 0, 0 to 1, 1. */
  curve(p: CurveParameters): (x: number) => number;
}

const clamp01 = (x: number) => (x <= 0 ? 0 : x >= 1 ? 1 : x);

const straight: CurveFamily = {
  id: 'straight',
  name: 'straight',
  words: () => 'straight',
  solve: (_played, _wanted, p) => ends(p),
  through: () => null,
  fault: () => null,
  curve: () => (x) => x,
};

/** A family that one number bends. */
interface Bent {
  id: string;
  name: string;
  key: 'gamma' | 'k' | 'steepness';
  /** Its number is looked for between these, on a scale on which equal steps bend alike. */
  from: (scaled: number) => number;
  scale: readonly [number, number];
  /** Whether a number can be one. */
  isOne(value: number): boolean;
  needs: string;
  curve(value: number): (x: number) => number;
  decimals: number;
}

const bent = ({ id, name, key, from, scale, isOne, needs, curve, decimals }: Bent): CurveFamily => {
  const nearest = (error: (p: CurveParameters) => number, p: CurveParameters): CurveParameters => {
    const with_ = (scaled: number) => ({ ...ends(p), [key]: from(scaled) });
    const best = from(leastAt((scaled) => error(with_(scaled)), ...scale));
    return { ...ends(p), [key]: Math.round(best * 1000) / 1000 };
  };
  const family: CurveFamily = {
    id,
    name,
    words: (p) => `${name} ${p[key]!.toFixed(decimals)}`,
    solve: (played, wanted, p) =>
      nearest((own) => {
        const at = shaped(family, own);
        return DYNAMIC_NAMES.reduce((sum, d) => sum + (at(played[d]) - wanted[d] / 127) ** 2, 0);
      }, p),
    through: (p, x, y) => nearest((own) => Math.abs(shaped(family, own)(x) - y), p),
    fault: (p) => {
      const value = p[key];
      return value !== undefined && isOne(value) ? null : `${needs}, got ${value}`;
    },
    curve: (p) => curve(p[key]!),
  };
  return family;
};

const power = bent({
  ...{ id: 'power', name: 'power', key: 'gamma', decimals: 2 },
  ...{ from: Math.exp, scale: [Math.log(0.1), Math.log(10)] },
  isOne: (gamma) => gamma > 0,
  needs: 'a power curve needs gamma over 0',
  curve: (gamma) => (x) => x ** gamma,
});

/** (e^kx − 1) / (e^k − 1), below 0 the inverse of that with −k (maker's handbook 5). */
const exponential = bent({
  ...{ id: 'exponential', name: 'exponential', key: 'k', decimals: 1 },
  ...{ from: (k) => k, scale: [-8, 8] },
  isOne: (k) => Math.abs(k) <= 8,
  needs: 'an exponential curve needs k between −8 and 8',
  curve: (k) => {
    // So near to a straight line that the formula has nothing left to divide by.
    if (Math.abs(k) < 1e-4) return (x) => x;
    const all = Math.expm1(Math.abs(k));
    return k > 0 ? (x) => Math.expm1(k * x) / all : (x) => Math.log1p(all * x) / -k;
  },
});

/** x^a / (x^a + (1 − x)^a): steep in the middle with a over 1, flat there below (common practice, no source). */
const sShape = bent({
  ...{ id: 's-shape', name: 'S-shape', key: 'steepness', decimals: 2 },
  ...{ from: Math.exp, scale: [Math.log(0.2), Math.log(8)] },
  isOne: (a) => a > 0,
  needs: 'an S-shape needs a steepness over 0',
  curve: (a) => (x) => x ** a / (x ** a + (1 - x) ** a),
});

const points: CurveFamily = {
  id: 'points',
  name: 'smooth',
  words: () => 'smooth',
  solve: (played, wanted) => ({ points: solvePoints(played, wanted) }),
  through: () => null,
  fault: ({ points: k }) => {
    if (!k || k.length < 2) return 'a points curve needs two points or more';
    if (k[0].x !== 0 || k[k.length - 1].x !== 1)
      return 'the first point must lie at x = 0 and the last at x = 1';
    for (let i = 1; i < k.length; i++) {
      if (!(k[i].x > k[i - 1].x)) return `x must rise from point to point; point ${i} does not`;
      if (!(k[i].y >= k[i - 1].y)) return `y may never fall; point ${i} does`;
    }
    return null;
  },
  curve: (p) =>
    pchip(
      p.points!.map((k) => k.x),
      p.points!.map((k) => k.y),
    ),
};

/** What every curve may have, of one. */
const ends = ({ floor, ceiling, dead }: CurveParameters): CurveParameters => ({
  ...(floor === undefined ? {} : { floor }),
  ...(ceiling === undefined ? {} : { ceiling }),
  ...(dead === undefined ? {} : { dead }),
});

/** A family's curve between its floor and its ceiling, from its dead zone on. */
function shaped(family: CurveFamily, p: CurveParameters): (x: number) => number {
  const { floor = 0, ceiling = 1, dead = 0 } = p;
  const own = family.curve(p);
  return (x) => clamp01(floor + (ceiling - floor) * clamp01(own(clamp01((x - dead) / (1 - dead)))));
}

/** Every curve family. A new one is one object above and one entry here. */
export const CURVE_FAMILIES = { straight, power, exponential, 's-shape': sShape, points } as const;

export type CurveFamilyId = keyof typeof CURVE_FAMILIES;
export const CURVE_FAMILY_IDS = Object.keys(CURVE_FAMILIES) as CurveFamilyId[];

type Curve = CurveParameters & { family: CurveFamilyId };

/** What is wrong with a curve, or null. */
export function curveFault(r: Curve): string | null {
  const { floor = 0, ceiling = 1 } = r;
  if (!(floor < ceiling)) return `a floor below the ceiling required, got ${floor} and ${ceiling}`;
  return CURVE_FAMILIES[r.family].fault(r);
}

/** A response whose other side may have a form of its own. */
export type TwoSided = Curve & { down?: Curve };

/**
 * The curves of both sides of rest. A side with a form of its own begins and ends where the other does: what is sent at rest, and at most, is the same.
 * @throws RangeError as {@link curveOf} does
 */
export function curvesOf(r: TwoSided): Record<'up' | 'down', (x: number) => number> {
  const up = curveOf(r);
  if (!r.down) return { up, down: up };
  const own = curveOf(r.down);
  const [from, to] = [up(0), up(1)];
  const [first, rise] = [own(0), own(1) - own(0)];
  const down = (x: number) => {
    if (x <= 0) return from;
    if (x >= 1) return to;
    return from + (to - from) * (rise > 0 ? (own(x) - first) / rise : x);
  };
  return { up, down };
}

/** The curve of a response. @returns it; x is clamped to 0 … 1 @throws RangeError when its parameters are missing or not monotone */
export function curveOf(r: Curve): (x: number) => number {
  const fault = curveFault(r);
  if (fault) throw new RangeError(`curve: ${fault}`);
  return shaped(CURVE_FAMILIES[r.family], r);
}
