/** How a stroke's time becomes its strength (maker's handbook 4.6): even ratios of time, or even steps of speed. */
export const LAWS = ['log', 'reciprocal'] as const;
export type Law = (typeof LAWS)[number];

/** Slowest and fastest stroke of a law. */
export interface LawTimes {
  slowMs: number;
  fastMs: number;
}

/** They lie so many times apart at least. */
export const LEAST_RATIO = 1.5;

/**
 * Strength of a stroke, 0 … 1: 1 at `fastMs` and what is faster, 0 at `slowMs` and what is slower.
 * @param ms over 0
 */
export function strengthOfTime(ms: number, { fastMs, slowMs }: LawTimes, law: Law): number {
  const t = Math.min(slowMs, Math.max(fastMs, ms));
  const share = Math.log(slowMs / t) / Math.log(slowMs / fastMs);
  return law === 'log' ? share : reciprocalOfLog(share, slowMs / fastMs);
}

/** The reciprocal law as a curve of the logarithmic one: (slow/t − 1) / (slow/fast − 1). @param ratio slow over fast, over 1 */
const reciprocalOfLog = (share: number, ratio: number): number => (ratio ** share - 1) / (ratio - 1);

/** The curve by which what the engine finds answers, which is the logarithmic law: another law, then a response; null where it stays as it is. */
export function answersBy(
  { law, slowMs, fastMs }: LawTimes & { law: Law },
  curve: ((x: number) => number) | null,
) {
  if (law === 'log') return curve;
  const byLaw = (share: number) => reciprocalOfLog(share, slowMs / fastMs);
  return curve ? (share: number) => curve(byLaw(share)) : byLaw;
}

/** What is wrong with the times of a law. */
export const timesFault = ({ slowMs, fastMs }: LawTimes, path: string) => {
  const least = LEAST_RATIO * fastMs;
  return slowMs >= least
    ? []
    : [
        {
          path: `${path}.slowMs`,
          says: `must be ${LEAST_RATIO} times fastMs or more, ${least.toFixed(2)} ms, got ${slowMs}`,
        },
      ];
};
