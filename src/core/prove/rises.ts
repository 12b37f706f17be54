import { detectorSettings, gesturesOf } from '../calibrate/gesture-detector';
import type { TimedCounts } from './filtered-counts';

/** A gesture as it begins: frames from shortly before it on, up to and without `to`, and half of its way, counts from rest. */
export interface Rise {
  from: number;
  to: number;
  half: number;
}

/** The detector smooths: it hears a gesture begin a little after it does, µs. */
const EARLIER_US = 60_000;

/** The gestures that rise from rest within a take, as calibration finds them. @param rateHz frames a second */
export function risesOf({ level, counts, tUs }: TimedCounts, rateHz: number): Rise[] {
  const settings = detectorSettings(level.rest, level.noise, rateHz);
  const frameAt = (us: number) => {
    const at = tUs.findIndex((t) => t >= us);
    return at < 0 ? tUs.length : at;
  };
  return gesturesOf(tUs, counts, settings).flatMap(({ fromUs, toUs, peak }) => {
    const from = frameAt(fromUs - EARLIER_US);
    // What was played already as the take began has no beginning.
    return from === 0 ? [] : [{ from, to: frameAt(toUs), half: Math.abs(peak - level.rest) / 2 }];
  });
}

/** When counts pass half of a gesture's way, straight between two frames, µs; null where they do not within it. */
export function passedAt(
  { level, tUs }: TimedCounts,
  counts: ArrayLike<number>,
  { from, to, half }: Rise,
): number | null {
  for (let i = from; i < to; i++) {
    const [before, now] = [i - 1, i].map((at) => Math.abs(counts[at] - level.rest));
    if (now < half) continue;
    const share = now === before ? 0 : Math.max(0, (half - before) / (now - before));
    return tUs[i - 1] + share * (tUs[i] - tUs[i - 1]);
  }
  return null;
}
