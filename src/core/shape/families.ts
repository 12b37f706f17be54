import { solvePoints, solvePower, type Dynamics, type Played } from './dynamics';
import { pchip } from './pchip';

/** What a family needs of a response: its own parameters only. */
export interface CurveParameters {
  gamma?: number;
  points?: readonly { x: number; y: number }[];
}

/** One way from playing (x, 0 … 1) to sound (y, 0 … 1). Every curve is monotone and stays within 0 … 1. */
export interface CurveFamily {
  id: string;
  name: string;
  /** It with its parameters, as short as it can be said: "power 0.62". */
  words(p: CurveParameters): string;
  /** The parameters with which soft, medium and loud playing lands nearest to what it should read. */
  solve(played: Played, wanted: Dynamics): CurveParameters;
  /** What is wrong with the parameters, or null. */
  fault(p: CurveParameters): string | null;
  /** The curve itself; x is clamped to 0 … 1. @throws RangeError where `fault` is not null */
  curve(p: CurveParameters): (x: number) => number;
}

const clamp01 = (x: number) => (x <= 0 ? 0 : x >= 1 ? 1 : x);

const straight: CurveFamily = {
  id: 'straight',
  name: 'straight',
  words: () => 'straight',
  solve: () => ({}),
  fault: () => null,
  curve: () => clamp01,
};

const power: CurveFamily = {
  id: 'power',
  name: 'power',
  words: ({ gamma }) => `power ${gamma!.toFixed(2)}`,
  solve: (played, wanted) => ({ gamma: solvePower(played, wanted).gamma }),
  fault: ({ gamma }) =>
    gamma !== undefined && gamma > 0 ? null : `a power curve needs gamma over 0, got ${gamma}`,
  curve: (p) => {
    required(power, p);
    const gamma = p.gamma!;
    return (x) => clamp01(x) ** gamma;
  },
};

const points: CurveFamily = {
  id: 'points',
  name: 'smooth',
  words: () => 'smooth',
  solve: (played, wanted) => ({ points: solvePoints(played, wanted).points }),
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
  curve: (p) => {
    required(points, p);
    const through = pchip(
      p.points!.map((k) => k.x),
      p.points!.map((k) => k.y),
    );
    return (x) => clamp01(through(clamp01(x)));
  },
};

function required(family: CurveFamily, p: CurveParameters): void {
  const fault = family.fault(p);
  if (fault) throw new RangeError(`curve: ${fault}`);
}

/** Every curve family. A new one is one object above and one entry here. */
export const CURVE_FAMILIES = { straight, power, points } as const;

export type CurveFamilyId = keyof typeof CURVE_FAMILIES;
export const CURVE_FAMILY_IDS = Object.keys(CURVE_FAMILIES) as CurveFamilyId[];

/** The curve of a response. @throws RangeError when its parameters are missing or not monotone */
export const curveOf = (r: CurveParameters & { family: CurveFamilyId }): ((x: number) => number) =>
  CURVE_FAMILIES[r.family].curve(r);
