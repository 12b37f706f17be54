import { median } from '../signal/quantile';
import { DYNAMIC_NAMES, type Dynamics, type Played } from '../shape/dynamics';
import { round } from '../units/round';
import type { Picture } from './picture';

type Dynamic = keyof Dynamics;

/** Strengths of strokes by dynamics, 0 … 1 each, as the engine finds them: before any curve. */
export type PlayedStrengths = Record<Dynamic, number[]>;

/** Softer strokes that read no less than harder ones: over this share, they are no two dynamics. (Common practice, no source.) */
export const MUCH_OVERLAP = 0.15;

/** A stroke: the id of its lane, the role of its take, and how strong it was, 0 … 1, as the engine finds it. */
export interface Stroke {
  lane: string;
  role: string;
  strength: number;
  /** On which side of rest, where it has two. */
  side?: 'up' | 'down';
}

/** Strokes as a report has them. */
export const strokesOf = (strokes: readonly Stroke[]): Stroke[] =>
  strokes.map((own) => ({ ...own, strength: round(own.strength, 4) }));

/** Gathers strengths by the role of their take; other roles are left out. */
export const strengthsBy = (strokes: readonly Pick<Stroke, 'role' | 'strength'>[]): PlayedStrengths => {
  const of = (dynamic: Dynamic) =>
    strokes.filter(({ role }) => role === dynamic).map(({ strength }) => strength);
  return { soft: of('soft'), medium: of('medium'), loud: of('loud') };
};

/** Medians of all three dynamics; null where one was not played. */
export function mediansOf(strengths: PlayedStrengths): Played | null {
  if (DYNAMIC_NAMES.some((dynamic) => strengths[dynamic].length === 0)) return null;
  const { soft, medium, loud } = strengths;
  return { soft: median(soft), medium: median(medium), loud: median(loud) };
}

/**
 * Share of pairs of a softer and a harder stroke in which the softer reads no less; equal ones count half (Mann & Whitney 1947, U over n·m).
 * @param softer, harder one value or more each @returns 0 … 1: 0 where every harder one reads more
 */
export function overlapOf(softer: readonly number[], harder: readonly number[]): number {
  let pairs = 0;
  for (const a of softer) for (const b of harder) pairs += a > b ? 1 : a === b ? 0.5 : 0;
  return pairs / (softer.length * harder.length);
}

/** Neighbouring dynamics that both were played, with their overlap. @param of values of a dynamic, more the harder */
export function overlapsOf(
  of: (dynamic: Dynamic) => readonly number[],
): { softer: Dynamic; harder: Dynamic; overlap: number }[] {
  const played = DYNAMIC_NAMES.filter((dynamic) => of(dynamic).length > 0);
  return played.slice(1).map((harder, i) => ({
    ...{ softer: played[i], harder },
    overlap: overlapOf(of(played[i]), of(harder)),
  }));
}

/** Velocities in one bar of a distribution. */
const BAR = 8;

/** Velocities by dynamics: how many strokes fall into each stretch of velocities. @param curve by which strengths answer */
export function velocitiesPicture(strengths: PlayedStrengths, curve: (x: number) => number): Picture {
  const velocities = (dynamic: Dynamic) => strengths[dynamic].map((s) => 1 + 126 * curve(s));
  const line = (dynamic: Dynamic) => {
    const bars = Array.from({ length: 128 / BAR }, (_, i): [number, number] => {
      const inside = velocities(dynamic).filter((v) => v >= i * BAR && v < (i + 1) * BAR);
      return [(i + 0.5) * BAR, inside.length];
    });
    const [first, last] = [bars.findIndex(([, n]) => n > 0), bars.findLastIndex(([, n]) => n > 0)];
    return { name: dynamic, points: bars.slice(Math.max(0, first - 1), last + 2) };
  };
  return {
    title: 'Velocities that your strokes read',
    x: { label: 'velocity', unit: '', most: 127 },
    y: { label: 'strokes', unit: '' },
    lines: DYNAMIC_NAMES.filter((dynamic) => strengths[dynamic].length > 0).map(line),
    marks: [],
  };
}
