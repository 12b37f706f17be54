import { pchip } from './pchip';

/** What a curve is evened out by. */
export interface EvenOut {
  /** How far, 0 (a straight line) … 1 (every part of the output is used as long as any other). */
  strength: number;
  /** σ of the level at rest, a share of its way from dead zone to reach. */
  noise: number;
}

/** Steps of the output that are told apart. */
const STEPS = 127;

/**
 * The curve along which playing lands evenly: histogram specification towards a uniform output (each bin rises by its share of the playing
 * time), blended with a straight line, no steeper than noise at rest allows: slope · σ · 127 < ½ step (maker's handbook 5). What is too steep in one
 * bin is shared out among the others.
 * @param along share of playing time in each of up to 32 bins along x, all together 1
 * @returns knots of the points family; a straight line where nothing was played
 */
export function evenedOut(
  along: readonly number[],
  { strength, noise }: EvenOut,
): { x: number; y: number }[] {
  const steepest = steepestFor(noise);
  const uses = along.reduce((sum, share) => sum + share, 0) > 0;
  if (!uses || strength === 0 || steepest <= 1) return STRAIGHT_KNOTS;
  // A curve through knots is steeper between some of them than from knot to knot.
  for (let cap = (steepest - (1 - strength)) / strength; cap > 1; cap *= 0.97) {
    const knots = knotsOf(capped(along, cap / along.length), strength);
    if (steepestOf(knots) <= steepest) return knots;
  }
  return STRAIGHT_KNOTS;
}

const STRAIGHT_KNOTS = [
  { x: 0, y: 0 },
  { x: 1, y: 1 },
];

/** The steepest that a curve may be, for which noise at rest stays under half a step. */
export const steepestFor = (noise: number): number => (noise > 0 ? 0.5 / (STEPS * noise) : Infinity);

/** Shares none of which is above `most`: what is too much is shared out among those that have room. @param most 1 / bins or more */
function capped(shares: readonly number[], most: number): number[] {
  let out = [...shares];
  for (let round = 0; round < shares.length; round++) {
    const excess = out.reduce((sum, share) => sum + Math.max(0, share - most), 0);
    if (excess < 1e-12) break;
    const room = out.filter((share) => share < most).length;
    out = out.map((share) => (share >= most ? most : share + excess / room));
  }
  return out;
}

function knotsOf(shares: readonly number[], strength: number): { x: number; y: number }[] {
  let sum = 0;
  const rises = shares.map((share) => (sum += share));
  return [0, ...rises].map((rise, i) => {
    const x = i / shares.length;
    const y = i === shares.length ? 1 : (1 - strength) * x + strength * Math.min(1, rise);
    return { x: round(x), y: round(y) };
  });
}

/** Places that are looked at between two knots. */
const WITHIN = 8;

/** The steepest piece of a curve through knots. */
function steepestOf(knots: readonly { x: number; y: number }[]): number {
  const curve = pchip(
    knots.map(({ x }) => x),
    knots.map(({ y }) => y),
  );
  const n = WITHIN * (knots.length - 1);
  let steepest = 0;
  for (let i = 0; i < n; i++) steepest = Math.max(steepest, n * (curve((i + 1) / n) - curve(i / n)));
  return steepest;
}

/** How far a use of the output lies from an even one: the largest distance of their distributions (Kolmogorov–Smirnov), 0 … 1. @param lands share of playing time in bins of the output */
export function unevenness(lands: readonly number[]): number {
  let sum = 0;
  let furthest = 0;
  lands.forEach((share, i) => {
    sum += share;
    furthest = Math.max(furthest, Math.abs(sum - (i + 1) / lands.length));
  });
  return sum === 0 ? 0 : furthest;
}

const round = (v: number) => Math.round(v * 1e6) / 1e6;
