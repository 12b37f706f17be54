import type { Gesture } from '../../calibrate/gesture-detector';
import { firstFrom } from '../../signal/first-from';

/** Rest of this length parts two gestures, however soon the second begins, µs. (Common practice, no source: a tongue leaves 30 ms and more.) */
const REST_US = 25_000;
/** Nobody repeats faster: what begins sooner is one that was doubled, µs (maker's handbook 7). */
const REPEAT_US = 80_000;

/** A gesture, and since when it was at rest before, µs. */
export interface Repeat extends Gesture {
  sinceUs: number;
}

/**
 * What a detector that takes short rests for dips heard as one gesture, parted where it was at rest in between.
 * @param away how far a frame is from rest, towards the gesture's side, counts @param end at rest is what lies no further
 */
export function repeatsIn(
  gesture: Gesture,
  tUs: Float64Array,
  away: (frame: number) => number,
  end: number,
): Repeat[] {
  const parts: Repeat[] = [{ ...gesture, sinceUs: -Infinity }];
  let restsUs: number | null = null;
  let most = -Infinity;
  for (let i = firstFrom(tUs, gesture.fromUs); i < tUs.length && tUs[i] <= gesture.toUs; i++) {
    if (away(i) <= end) {
      restsUs ??= tUs[i];
      continue;
    }
    const last = parts[parts.length - 1];
    if (restsUs !== null && tUs[i] - restsUs >= REST_US && tUs[i] - last.fromUs >= REPEAT_US) {
      parts.push({ ...gesture, fromUs: tUs[i], sinceUs: restsUs });
      last.toUs = restsUs;
      most = -Infinity;
    }
    restsUs = null;
    if (away(i) > most) {
      most = away(i);
      parts[parts.length - 1].peakUs = tUs[i];
    }
  }
  return parts;
}
