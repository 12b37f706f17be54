import { median, quantile } from '../../signal/quantile';
import { ECHO, type Gesture } from '../../calibrate/gesture-detector';

/** How a sensor moves when it is played. Found, not asked. */
export type Sidedness = 'rising' | 'falling' | 'both';

/**
 * Which way playing goes, from gestures of any strength: `both` when each side has two gestures or more, a sixth of
 * them at least, that are not echoes of the other side's.
 * @param distance absolute distance of a gesture's peak from rest, counts
 */
export function sidednessOf(gestures: readonly Gesture[], distance: (g: Gesture) => number): Sidedness {
  const up = gestures.filter((g) => g.sign > 0).map(distance);
  const down = gestures.filter((g) => g.sign < 0).map(distance);
  const strength = (peaks: number[]) => (peaks.length === 0 ? 0 : quantile(peaks, 0.9));
  const real = (peaks: number[], others: number[]) => {
    const least = ECHO * strength(others);
    const kept = peaks.filter((p) => p >= least);
    return kept.length >= 2 && kept.length * 6 >= gestures.length && median(kept) > 0;
  };
  if (real(up, down) && real(down, up)) return 'both';
  // One knock the other way may be the strongest of all; what was played most decides.
  const total = (peaks: number[]) => peaks.reduce((sum, p) => sum + p, 0);
  return total(down) > total(up) ? 'falling' : 'rising';
}
