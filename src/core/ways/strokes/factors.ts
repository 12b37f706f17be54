import { evened } from '../../calibrate/evened';
import { round } from '../../units/round';

/** A stroke with its dynamics and its time, µs. */
export interface TimedStroke {
  role: string;
  us: number;
}

/** Logarithm of a stroke's time. @param leastUs what counts where both contacts changed at the same look */
export const logOf = (us: number, leastUs: number): number => Math.log(Math.max(us, leastUs / 2) / 1000);

/**
 * By how many times longer each key takes for strokes that are played alike, and σ of that as a share.
 * @returns one a key, in order; 1 for a key without strokes
 */
export const factorsOf = (
  keys: readonly { strokes: readonly TimedStroke[] }[],
  leastUs: number,
): { factor: number; sure: number }[] =>
  evened(keys.map(({ strokes }) => strokes.map(({ role, us }) => ({ role, log: logOf(us, leastUs) })))).map(
    ({ offset, sure }) => ({ factor: Math.exp(offset), sure }),
  );

/** σ of the least sure factor, steps of velocity: by the logarithmic law from the slowest to the fastest stroke. */
export const sureSteps = (
  factors: readonly { sure: number }[],
  { slowMs, fastMs }: { slowMs: number; fastMs: number },
): number => round((126 * Math.max(...factors.map(({ sure }) => sure))) / Math.log(slowMs / fastMs), 1);
