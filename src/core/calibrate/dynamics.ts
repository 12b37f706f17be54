/** The roles of takes that are played by dynamics, softest first. */
export const DYNAMICS = ['soft', 'medium', 'loud'] as const;
export type Dynamic = (typeof DYNAMICS)[number];

/** Softer strokes that read no less than harder ones: over this share, they are no two dynamics. (Common practice, no source.) */
export const MUCH_OVERLAP = 0.15;

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
  const played = DYNAMICS.filter((dynamic) => of(dynamic).length > 0);
  return played.slice(1).map((harder, i) => ({
    ...{ softer: played[i], harder },
    overlap: overlapOf(of(played[i]), of(harder)),
  }));
}
