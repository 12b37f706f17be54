import { CURVE_FAMILIES, curveOf, type CurveFamilyId, type CurveParameters } from './families';

type Curve = CurveParameters & { family: CurveFamilyId };

/** A place on a curve that can be taken hold of: where it begins, where it ends, its middle that bends, or one of its points. */
export interface Handle {
  is: 'begin' | 'end' | 'bend' | 'point';
  /** Shares of the way and of the output, 0 … 1. */
  x: number;
  y: number;
}

/** Points of a curve lie so far apart along x at least. */
const APART = 0.005;
/** Points that a curve can have. */
export const MOST_POINTS = 33;
/** The furthest that a dead zone goes. */
const MOST_DEAD = 0.9;
/** A floor lies so far below its ceiling at least. */
const LEAST_RISE = 1 / 127;

/** What of a curve can be taken hold of, rising in x. */
export function handlesOf(curve: Curve): Handle[] {
  const { floor = 0, ceiling = 1, dead = 0, points } = curve;
  if (curve.family === 'points') return points!.map((p) => ({ is: 'point', ...p }));
  const middle = dead + (1 - dead) / 2;
  const bends = CURVE_FAMILIES[curve.family].through(curve, middle, 0.5) !== null;
  return [
    { is: 'begin', x: dead, y: floor },
    ...(bends ? [{ is: 'bend', x: middle, y: curveOf(curve)(middle) } as const] : []),
    { is: 'end', x: 1, y: ceiling },
  ];
}

/**
 * The curve with a handle elsewhere: as near to where it is asked for as keeps it a curve that never falls.
 * @param index of {@link handlesOf} @param x, y any; the ends keep their x, a bend too
 */
export function withHandleAt(curve: Curve, index: number, x: number, y: number): Curve {
  const handle = handlesOf(curve)[index];
  const { floor = 0, ceiling = 1 } = curve;
  if (handle.is === 'begin')
    return {
      ...curve,
      dead: within(round(x), 0, MOST_DEAD),
      floor: within(round(y), 0, ceiling - LEAST_RISE),
    };
  if (handle.is === 'end') return { ...curve, ceiling: within(round(y), floor + LEAST_RISE, 1) };
  if (handle.is === 'bend')
    return {
      family: curve.family,
      ...CURVE_FAMILIES[curve.family].through(curve, handle.x, within(y, floor, ceiling)),
    };
  const points = [...curve.points!];
  const [before, after] = [points[index - 1], points[index + 1]];
  points[index] = {
    x:
      before && after && hasRoom(before, after)
        ? within(round(x), before.x + APART, after.x - APART)
        : handle.x,
    y: within(round(y), before?.y ?? 0, after?.y ?? 1),
  };
  return { ...curve, points };
}

/** The curve with a point more, near where it is asked for; of another family as points along it first. @returns the curve itself where there is no room */
export function withPoint(curve: Curve, x: number, y: number): Curve {
  const points = [...asPoints(curve).points];
  const at = points.findIndex((p) => p.x > x);
  if (points.length >= MOST_POINTS || at < 1) return curve;
  const [before, after] = [points[at - 1], points[at]];
  if (!hasRoom(before, after)) return curve;
  points.splice(at, 0, {
    x: within(round(x), before.x + APART, after.x - APART),
    y: within(round(y), before.y, after.y),
  });
  return { family: 'points', points };
}

/** The curve without one of its points; its ends stay. */
export function withoutPoint(curve: Curve, index: number): Curve {
  const { points } = curve;
  if (!points || index <= 0 || index >= points.length - 1) return curve;
  return { ...curve, points: points.filter((_, i) => i !== index) };
}

/** Points along a curve of a family without any, evenly apart. */
const ALONG = 4;

/** The curve as points: those that it has, or some along it. */
export function asPoints(curve: Curve): { family: 'points'; points: { x: number; y: number }[] } {
  if (curve.family === 'points') return { family: 'points', points: [...curve.points!] };
  const at = curveOf(curve);
  const { dead = 0 } = curve;
  const xs = [
    ...(dead > APART ? [0] : []),
    ...Array.from({ length: ALONG + 1 }, (_, i) => dead + ((1 - dead) * i) / ALONG),
  ];
  return { family: 'points', points: xs.map((x) => ({ x: round(x), y: round(at(x)) })) };
}

const hasRoom = (before: { x: number }, after: { x: number }): boolean => after.x - before.x >= 2 * APART;
const within = (v: number, low: number, high: number): number => Math.min(high, Math.max(low, v));
const round = (v: number): number => Math.round(v * 10_000) / 10_000;
