import { median } from '../signal/quantile';
import { firstFrom } from '../signal/first-from';
import { MARK_US } from './intended';

/** A hand that taps along is late, or early, by as much each time: so many taps tell it. */
const LEAST = 5;

/**
 * How late marks are against what they mark, µs: the median distance to the nearest.
 * @param marks, times in order, µs @returns 0 of too few
 */
export function lagOf(marks: readonly number[], times: readonly number[]): number {
  const away = marks.flatMap((mark) => {
    const i = firstFrom(times, mark);
    const near = [times[i - 1], times[i]].filter((t) => t !== undefined && Math.abs(t - mark) <= MARK_US);
    if (near.length === 0) return [];
    const nearest = near.reduce((a, b) => (Math.abs(b - mark) < Math.abs(a - mark) ? b : a));
    return [mark - nearest];
  });
  return away.length < LEAST ? 0 : median(away);
}
