import { standstillsOf } from '../../../calibrate/standstills';
import type { LevelTake } from '../../../calibrate/played-take';
import { median } from '../../../signal/quantile';

/** A known weight that lay there, or a known pressure that was held. */
export interface HeldLoad {
  /** g, or kPa. */
  value: number;
  /** Where it settled, counts. */
  count: number;
  /** How far it crept from where it began, counts. */
  crept: number;
  /** Whether less was there just before it, rest included, or more. */
  from: 'less' | 'more';
  fromUs: number;
  toUs: number;
}

/** What was found instead: moments at which something was held, µs. */
export interface LoadsMissing {
  foundUs: number[];
}

/** Lies at rest: this many σ, counts, and share of the furthest. (Common practice, no source.) */
const REST_SIGMAS = 6;
const REST_COUNTS = 4;
const REST_SHARE = 0.01;
/** Two standstills are one that creeps where they lie nearer than this share of the next nearest two. (Common practice, no source.) */
const CREEPS = 0.34;
/** What is looked at of both ends of a load, share of its frames. */
const END = 0.3;

interface Plateau {
  from: number;
  to: number;
  level: number;
  /** Whether it was at rest just before. */
  fresh: boolean;
}

/**
 * Where the known loads of a take lay, in order. What was laid on and taken away again, or heaped up, is told by standing still.
 * @param values as they were applied; zeros are rest @param rest, noise counts
 */
export function heldLoads(
  { tUs, counts }: Pick<LevelTake, 'tUs' | 'counts'>,
  values: readonly number[],
  rest: number,
  noise: number,
): HeldLoad[] | LoadsMissing {
  const loads = values.filter((v) => v !== 0);
  const plateaus = plateausOf(tUs, counts, rest, noise);
  const found = joined(plateaus, loads.length);
  const foundUs = found.map(({ from }) => tUs[from]);
  if (found.length === loads.length) return heldOf(found, loads, tUs, counts);
  // What is too light is not seen, at both ends of a heap that rises and falls; one alone could be any.
  const lightest = loads.reduce((least, v) => (Math.abs(v) < Math.abs(least) ? v : least), Infinity);
  const seen = loads.slice(1, -1);
  const ends = loads.length > 3 && loads[0] === lightest && loads.at(-1) === lightest;
  const fewer = joined(plateaus, seen.length);
  return ends && fewer.length === seen.length ? heldOf(fewer, seen, tUs, counts) : { foundUs };
}

function plateausOf(
  tUs: ArrayLike<number>,
  counts: ArrayLike<number>,
  rest: number,
  noise: number,
): Plateau[] {
  const all = standstillsOf(tUs, counts);
  const furthest = all.reduce((most, p) => Math.max(most, Math.abs(p.level - rest)), 0);
  const near = Math.max(REST_COUNTS, REST_SIGMAS * noise, REST_SHARE * furthest);
  let fresh = true;
  return all.flatMap((p): Plateau[] => {
    const atRest = Math.abs(p.level - rest) <= near;
    const own = { ...p, fresh };
    fresh = atRest;
    return atRest ? [] : [own];
  });
}

/** Joins neighbours that creep into one, until there are so many: only where all that are joined lie far nearer than those that are kept apart. */
function joined(plateaus: readonly Plateau[], wanted: number): Plateau[] {
  if (plateaus.length <= wanted || wanted < 1) return [...plateaus];
  const gaps = plateaus.map((p, i) =>
    i === 0 || p.fresh ? Infinity : Math.abs(p.level - plateaus[i - 1].level),
  );
  const sorted = [...gaps].sort((a, b) => b - a);
  const [least, most] = [sorted[wanted - 1], sorted[wanted]];
  // Between two of them it was at rest: those are two loads.
  if (most === Infinity || most > Math.max(REST_COUNTS, CREEPS * least)) return [...plateaus];
  return plateaus.reduce<Plateau[]>((own, p, i) => {
    if (gaps[i] > most) return [...own, p];
    const before = own[own.length - 1];
    return [...own.slice(0, -1), { ...before, to: p.to, level: p.level }];
  }, []);
}

const heldOf = (
  plateaus: readonly Plateau[],
  values: readonly number[],
  tUs: ArrayLike<number>,
  counts: ArrayLike<number>,
): HeldLoad[] =>
  plateaus.map(({ from, to, fresh }, i) => {
    const inside = Array.from({ length: to - from + 1 }, (_, k) => counts[from + k]);
    const end = Math.max(1, Math.floor(END * inside.length));
    const count = median(inside.slice(-end));
    return {
      value: values[i],
      count,
      crept: count - median(inside.slice(0, end)),
      from: fresh || i === 0 || Math.abs(values[i - 1]) < Math.abs(values[i]) ? 'less' : 'more',
      fromUs: tUs[from],
      toUs: tUs[to],
    };
  });
