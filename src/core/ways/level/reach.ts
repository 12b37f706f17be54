import { quantile } from '../../signal/quantile';

/** Room above the loudest comfortable playing. */
export const REACH_HEADROOM = 0.05;

/**
 * Reach, as a distance from rest: p95 (type 7) of the loud gestures' peaks plus 5 % headroom. The hardest that was
 * played in "full" takes, or the converter's end, is only a ceiling.
 * @param loudPeaks distances from rest, counts, one or more
 * @param ceiling greatest distance to allow, counts
 */
export function reachOf(loudPeaks: readonly number[], ceiling: number): number {
  if (loudPeaks.length === 0) throw new RangeError('reachOf: one loud peak or more required, got none');
  return Math.min(ceiling, Math.round(quantile(loudPeaks, 0.95) * (1 + REACH_HEADROOM)));
}
