import { median } from '../../signal/quantile';
import { round } from '../../units/round';
import type { TimedStroke } from './factors';

/** A key’s numbers for the table of lanes: its median times, ms, and its factor with its σ. @param own none where it was not struck */
export function strokeNumbers(
  strokes: readonly TimedStroke[],
  own: { factor: number; sure: number } | undefined,
): Record<string, number> {
  const medianMs = (role: string) => {
    const times = strokes.filter((s) => s.role === role).map(({ us }) => us / 1000);
    return times.length === 0 ? {} : { [`${role}Ms`]: round(median(times), 2) };
  };
  return {
    ...medianMs('soft'),
    ...medianMs('loud'),
    ...(own && { factor: round(own.factor, 3), factorSure: round(own.factor * own.sure, 3) }),
  };
}
