import { mean } from '../../signal/mean';
import { median } from '../../signal/quantile';
import type { Period } from './pulses';

/** How evenly a wheel turns. */
export interface Evenness {
  /** σ of a period against those around it, share: 1.4826 × the median deviation. */
  unevenness: number;
  /** Each magnet's own period against the mean of a turn, in the order in which they pass; 1 where they are evenly spaced. */
  magnets: number[];
}

/**
 * Each period against the turn about it: what is left is how the magnets lie. A hand that speeds up changes a whole turn by little.
 * @param magnets round the wheel
 */
export function evennessOf(periods: readonly Period[], magnets: number): Evenness {
  const ratios: number[] = [];
  const each = Array.from({ length: magnets }, (): number[] => []);
  const before = magnets >> 1;
  for (let i = before; i + magnets - before <= periods.length; i++) {
    const turn = periods.slice(i - before, i - before + magnets);
    // A pulse that was missed, or is none, says nothing of the magnets.
    const ratio = periods[i].us / mean(turn.map(({ us }) => us));
    if (ratio < 0.5 || ratio > 1.5) continue;
    ratios.push(ratio);
    each[i % magnets].push(ratio);
  }
  return {
    unevenness: ratios.length > 1 ? 1.4826 * median(ratios.map((ratio) => Math.abs(ratio - 1))) : 0,
    magnets: each.map((ratios) => (ratios.length > 0 ? mean(ratios) : 1)),
  };
}
