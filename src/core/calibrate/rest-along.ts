import type { Windows } from './windows';

/** A lane as rest is looked for, counts. */
export interface RestSought {
  /** As it was measured, with σ. */
  rest: number;
  noise: number;
  /** How far it may have moved: what lies further off is held, not rest. */
  most: number;
  /** Which way it is played: 1, −1, or both. */
  sign: 1 | -1 | 0;
}

/** A window is quiet where its counts lie within so many σ, and so many counts. */
const QUIET_SIGMAS = 8;
const QUIET_COUNTS = 3;
/** Rest is what is quiet in so many windows before and after, a second each: the share of these that it lies above. */
const AROUND = 20;
const LOWEST = 0.2;
/** It is looked for once in so many windows. */
const STEP = 10;

/**
 * Where rest lies along a take: it may creep by more than its noise, with moisture and warmth, while somebody plays.
 * @returns counts, one a window
 */
export function restAlong(windows: Windows, sought: RestSought): Float64Array {
  const { rest, noise, most } = sought;
  const { mean, least, greatest } = windows;
  const spread = Math.max(QUIET_COUNTS, QUIET_SIGMAS * noise);
  const isQuiet = (i: number) => greatest[i] - least[i] <= spread && Math.abs(mean[i] - rest) <= most;
  const rests = new Float64Array(mean.length);
  const near = new Float64Array(2 * AROUND + 1);
  let last = rest;
  for (let i = 0; i < mean.length; i++) {
    if (i % STEP === 0) {
      let n = 0;
      const to = Math.min(mean.length - 1, i + AROUND);
      for (let k = Math.max(0, i - AROUND); k <= to; k++) if (isQuiet(k)) near[n++] = mean[k];
      if (n > 0) last = lowestOf(near.subarray(0, n), sought, last);
    }
    rests[i] = last;
  }
  return rests;
}

/** What lies nearest to where nobody plays: of what is played both ways the nearest to what it was. @param near is sorted */
function lowestOf(near: Float64Array, { sign }: RestSought, last: number): number {
  near.sort();
  const at = LOWEST * (near.length - 1);
  if (sign !== 0) return near[sign > 0 ? Math.floor(at) : Math.ceil(near.length - 1 - at)];
  return near.reduce((best, level) => (Math.abs(level - last) < Math.abs(best - last) ? level : best));
}
