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

/** The number that bends a family: between what it lies, and where the curve is straight. */
export interface FamilyNumber {
  key: 'gamma' | 'k' | 'steepness';
  label: string;
  low: number;
  high: number;
  straight: number;
}

/** One way from playing (x, 0 … 1) to sound (y, 0 … 1). Every curve is monotone and stays within 0 … 1. */
export interface CurveFamily {
  id: string;
  name: string;
  number: FamilyNumber | null;
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
  number: null,
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
  number: FamilyNumber;
  /** To a scale on which equal steps of its number bend alike, and back. */
  scale: readonly [(value: number) => number, (scaled: number) => number];
  curve(value: number): (x: number) => number;
  decimals: number;
}

const bent = ({ id, name, number, scale: [to, from], curve, decimals }: Bent): CurveFamily => {
  const { key, low, high } = number;
  const nearest = (error: (p: CurveParameters) => number, p: CurveParameters): CurveParameters => {
    const with_ = (scaled: number) => ({ ...ends(p), [key]: from(scaled) });
    const best = from(leastAt((scaled) => error(with_(scaled)), to(low), to(high)));
    return { ...ends(p), [key]: Math.round(best * 1000) / 1000 };
  };
  const family: CurveFamily = {
    ...{ id, name, number },
    words: (p) => `${name} ${p[key]!.toFixed(decimals)}`,
    solve: (played, wanted, p) =>
      nearest((own) => {
        const at = shaped(family, own);
        return DYNAMIC_NAMES.reduce((sum, d) => sum + (at(played[d]) - wanted[d] / 127) ** 2, 0);
      }, p),
    through: (p, x, y) => nearest((own) => Math.abs(shaped(family, own)(x) - y), p),
    fault: (p) => {
      const value = p[key];
      if (value !== undefined && value >= low && value <= high) return null;
      return `${key} from ${low} to ${high} is required, got ${value}`;
    },
    curve: (p) => curve(p[key]!),
  };
  return family;
};

const power = bent({
  ...{ id: 'power', name: 'power', decimals: 2 },
  number: { key: 'gamma', label: 'γ', low: 0.1, high: 10, straight: 1 },
  scale: [Math.log, Math.exp],
  curve: (gamma) => (x) => x ** gamma,
});

/** (e^kx − 1) / (e^k − 1), below 0 the inverse of that with −k (maker's handbook 5). */
const exponential = bent({
  ...{ id: 'exponential', name: 'exponential', decimals: 1 },
  number: { key: 'k', label: 'k', low: -8, high: 8, straight: 0 },
  scale: [(k) => k, (k) => k],
  curve: (k) => {
    // So near to a straight line that the formula has nothing left to divide by.
    if (Math.abs(k) < 1e-4) return (x) => x;
    const all = Math.expm1(Math.abs(k));
    return k > 0 ? (x) => Math.expm1(k * x) / all : (x) => Math.log1p(all * x) / -k;
  },
});

/** x^a / (x^a + (1 − x)^a): steep in the middle with a over 1, flat there below (common practice, no source). */
const sShape = bent({
  ...{ id: 's-shape', name: 'S-shape', decimals: 2 },
  number: { key: 'steepness', label: 'steepness', low: 0.2, high: 8, straight: 1 },
  scale: [Math.log, Math.exp],
  curve: (a) => (x) => x ** a / (x ** a + (1 - x) ** a),
});

const points: CurveFamily = {
  id: 'points',
  name: 'smooth',
  number: null,
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
