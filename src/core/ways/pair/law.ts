import type { Law } from './calibration';

/**
 * Strength of a stroke, 0 … 1: 1 at `fast` and what is faster, 0 at `slow` and what is slower (maker's handbook 4.6).
 * @param ms time between the contacts, over 0
 */
export function strengthOfTime(ms: number, fastMs: number, slowMs: number, law: Law): number {
  const t = Math.min(slowMs, Math.max(fastMs, ms));
  const share = Math.log(slowMs / t) / Math.log(slowMs / fastMs);
  return law === 'log' ? share : reciprocalOfLog(share, slowMs / fastMs);
}

/** The reciprocal law as a curve of the logarithmic one: (slow/t − 1) / (slow/fast − 1). @param ratio slow over fast, over 1 */
export const reciprocalOfLog = (share: number, ratio: number): number => (ratio ** share - 1) / (ratio - 1);
