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
export interface Scale<L> {
  law: L;
  loads: WeighedLoad[];
}

/** Share of the supply that a pad's fixed resistor has, from a count. @param falling whether its pad has the other end of the divider */
export const shareOfCount = (count: number, bits: number, falling: boolean): number => {
  const share = count / 2 ** bits;
  return falling ? 1 - share : share;
};

/** Weights by log Rs/Rm against log F (maker's handbook 4.4), robustly. @returns null for fewer than two distinct weights, or where force does not lower the resistance */
export function forceScale(
  held: readonly HeldLoad[],
  bits: number,
  falling: boolean,
): Scale<KnownForce> | null {
  const share = ({ count }: HeldLoad) => shareOfCount(count, bits, falling);
  const inside = held.filter((load) => share(load) > 0 && share(load) < 1);
  const line = robustLine(
    inside.map(({ value }) => Math.log(newtonsOfGrams(value))),
    inside.map((load) => Math.log(resistanceRatio(share(load)))),
  );
  if (!line || line.slope >= 0) return null;
  const law = { ratio: Math.exp(line.intercept), exponent: -line.slope };
  const loads = held.map((load) => ({
    ...load,
    is: newtonsOfGrams(load.value),
    reads: forceOfShare(law, share(load)),
  }));
  const off = rms(loads.map(({ is, reads }) => reads / is - 1));
  return {
    law: {
      ratio: Number(law.ratio.toPrecision(6)),
      exponent: round(law.exponent, 4),
      residual: round(off, 4),
    },
    loads,
  };
}

/** Pressures as a straight line, robustly; at rest there is none. @param rest count @returns null where they do not move it */
export function pressureScale(
  held: readonly HeldLoad[],
  bits: number,
  rest: number,
): Scale<KnownPressure> | null {
  const points = [{ value: 0, count: rest }, ...held];
  const line = robustLine(
    points.map(({ value }) => value),
    points.map(({ count }) => count / 2 ** bits),
  );
  if (!line || line.slope === 0) return null;
  const law = { perKpa: line.slope, offset: line.intercept };
  const loads = held.map((load) => ({
    ...load,
    is: load.value,
    reads: (load.count / 2 ** bits - law.offset) / law.perKpa,
  }));
  return {
    law: {
      perKpa: Number(law.perKpa.toPrecision(6)),
      offset: round(law.offset, 6),
      residual: round(rms(loads.map(({ is, reads }) => reads - is)), 4),
    },
    loads,
  };
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

/** The count of a force, not rounded. */
export const countOfNewtons = (law: KnownForce, newtons: number, bits: number, falling: boolean): number => {
  const share = shareOfForce(law, newtons);
  return 2 ** bits * (falling ? 1 - share : share);
};
