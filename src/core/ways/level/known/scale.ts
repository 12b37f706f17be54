import { countsFromKpa, kpaFromCounts } from '../../../parts/gauge';
import { forceOfShare, newtonsOfGrams, resistanceRatio, shareOfForce } from '../../../parts/force-law';
import { median } from '../../../signal/quantile';
import { robustLine } from '../../../signal/robust-line';
import { round } from '../../../units/round';
import type { KnownForce, KnownPressure } from '../calibration';
import type { HeldLoad } from './held-loads';

/** A known load and what its count says by the law that was found. */
export interface WeighedLoad extends HeldLoad {
  /** N, or kPa: what it is, and what it reads as. */
  is: number;
  reads: number;
}

/** Known loads as a scale in units. */
export interface Scale {
  unit: 'N' | 'kPa';
  /** What the lane's record keeps of it. */
  record: { force?: KnownForce; pressure?: KnownPressure };
  loads: WeighedLoad[];
  /** Root mean square of what the loads read too much or too little: share of their force, or kPa. */
  residual: number;
  /** What a count reads, in the unit; and the count of a value, not rounded. */
  inUnit(count: number): number;
  countOf(value: number): number;
}

/** Share of the supply that a pad's fixed resistor has, from a count. @param falling whether its pad has the other end of the divider */
export const shareOfCount = (count: number, bits: number, falling: boolean): number => {
  const share = count / 2 ** bits;
  return falling ? 1 - share : share;
};

/** Weights by log Rs/Rm against log F (maker's handbook 4.4), robustly. @returns null for fewer than two distinct weights, or where force does not lower the resistance */
export function forceScale(held: readonly HeldLoad[], bits: number, falling: boolean): Scale | null {
  const share = (count: number) => shareOfCount(count, bits, falling);
  const inside = held.filter(({ count }) => share(count) > 0 && share(count) < 1);
  const line = robustLine(
    inside.map(({ value }) => Math.log(newtonsOfGrams(value))),
    inside.map(({ count }) => Math.log(resistanceRatio(share(count)))),
  );
  if (!line || line.slope >= 0) return null;
  const law = { ratio: Number(Math.exp(line.intercept).toPrecision(6)), exponent: round(-line.slope, 4) };
  const inUnit = (count: number) => forceOfShare(law, share(count));
  const loads = held.map((load) => ({ ...load, is: newtonsOfGrams(load.value), reads: inUnit(load.count) }));
  const residual = round(rms(loads.map(({ is, reads }) => reads / is - 1)), 4);
  const countOf = (newtons: number) => {
    const own = shareOfForce(law, newtons);
    return 2 ** bits * (falling ? 1 - own : own);
  };
  return { unit: 'N', record: { force: { ...law, residual } }, loads, residual, inUnit, countOf };
}

/** Pressures as a straight line, robustly; at rest there is none. @param rest count @returns null where they do not move it */
export function pressureScale(held: readonly HeldLoad[], bits: number, rest: number): Scale | null {
  const points = [{ value: 0, count: rest }, ...held];
  const line = robustLine(
    points.map(({ value }) => value),
    points.map(({ count }) => count / 2 ** bits),
  );
  if (!line || line.slope === 0) return null;
  const law = { perKpa: Number(line.slope.toPrecision(6)), offset: round(line.intercept, 6) };
  const inUnit = (count: number) => kpaFromCounts(count, law, { bits });
  const loads = held.map((load) => ({ ...load, is: load.value, reads: inUnit(load.count) }));
  const residual = round(rms(loads.map(({ is, reads }) => reads - is)), 4);
  const countOf = (kpa: number) => countsFromKpa(kpa, law, { bits });
  return { unit: 'kPa', record: { pressure: { ...law, residual } }, loads, residual, inUnit, countOf };
}

const rms = (values: readonly number[]): number =>
  Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / Math.max(1, values.length));

/**
 * Hysteresis: the most that a load reads otherwise on the way down than on the way up, share of the furthest from rest; null where none came both ways.
 * @param rest count
 */
export function hysteresisOf(
  held: readonly HeldLoad[],
  rest: number,
): { share: number; worst: HeldLoad } | null {
  const span = Math.max(...held.map(({ count }) => Math.abs(count - rest)));
  const both = held.flatMap((load) => {
    const less = held.filter(({ value, from }) => value === load.value && from === 'less');
    if (load.from === 'less' || less.length === 0) return [];
    return [{ share: Math.abs(load.count - median(less.map(({ count }) => count))) / span, worst: load }];
  });
  return both.length === 0 ? null : both.reduce((a, b) => (b.share > a.share ? b : a));
}

/** How much of the way from rest it creeps while a load lies there: median over the loads. @param rest count */
export const creepOf = (held: readonly HeldLoad[], rest: number): number =>
  median(held.map(({ crept, count }) => Math.abs(crept) / Math.max(1, Math.abs(count - rest))));

/** The force of a count, N. */
export const newtonsAt = (law: KnownForce, count: number, bits: number, falling: boolean): number =>
  forceOfShare(law, shareOfCount(count, bits, falling));
