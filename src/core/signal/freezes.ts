import { quantile } from './quantile';

/** Stretches without a frame. */
export interface Freezes {
  n: number;
  /** The longest, ms; 0 without any. */
  longestMs: number;
  /** When that began, µs; null without any. */
  atUs: number | null;
}

/** Over so many usual periods (maker's handbook 3). */
const PERIODS = 3;
/** Frames by which the usual period is told. */
const ENOUGH = 4096;

/** @param tUs times of frames, µs, never falling @param isPause whether a gap is one between two takes, and none of the board's */
export function freezesIn(
  tUs: Float64Array,
  isPause: (fromUs: number, toUs: number) => boolean = () => false,
): Freezes {
  const first = Array.from(tUs.subarray(0, ENOUGH)).flatMap((t, i) => (i === 0 ? [] : [t - tUs[i - 1]]));
  if (first.length === 0) return { n: 0, longestMs: 0, atUs: null };
  const most = PERIODS * quantile(first, 0.5);
  const found: Freezes = { n: 0, longestMs: 0, atUs: null };
  for (let i = 1; i < tUs.length; i++) {
    const gap = tUs[i] - tUs[i - 1];
    if (gap <= most || isPause(tUs[i - 1], tUs[i])) continue;
    found.n++;
    if (gap > 1000 * found.longestMs) Object.assign(found, { longestMs: gap / 1000, atUs: tUs[i - 1] });
  }
  return found;
}
