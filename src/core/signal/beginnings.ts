import { cutFrames } from './cut';
import type { Frames } from './take';

/**
 * The beginnings of takes, so that all together hold so many counts at most: the same share of each, from its first frame on.
 * @returns the takes themselves where they hold no more; `share` of their frames, 0 … 1
 */
export function beginnings(
  takes: readonly Frames[],
  mostCounts: number,
): { takes: readonly Frames[]; share: number } {
  const counts = takes.reduce((n, t) => n + t.tUs.length * Math.max(1, t.channels.length), 0);
  if (counts <= mostCounts) return { takes, share: 1 };
  const share = mostCounts / counts;
  const begun = takes.map((take) => {
    const last = Math.max(1, Math.floor(share * take.tUs.length)) - 1;
    return cutFrames(take, take.tUs[0], take.tUs[last]);
  });
  return { takes: begun, share };
}
