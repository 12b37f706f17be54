/** A stroke of a key, as its depth went: frames of a take. */
export interface DepthStroke {
  /** Where its way down began, where it was deepest, and where it had turned up again. */
  from: number;
  at: number;
  to: number;
  /** How deep it came, 0 … 1, and from where. */
  peak: number;
  valley: number;
}

/** What turns by less than this share of the way is no stroke, nor what stays short of this depth. (Common practice, no source.) */
const TURNS = 0.18;
const LEAST_DEPTH = 0.3;

/** A key’s counts in a take, with the depth of every count: 0 … 1. */
export interface KeyCounts {
  counts: Uint16Array;
  depths: Float32Array;
}

/** Its depth in a frame. */
export const depthIn = ({ counts, depths }: KeyCounts, frame: number): number => depths[counts[frame]];

/** Strokes of a key: down, and up again by a share of its way. */
export function strokesIn({ counts, depths }: KeyCounts): DepthStroke[] {
  const found: DepthStroke[] = [];
  let [valley, from] = [Infinity, 0];
  let current: DepthStroke | null = null;
  for (let i = 0; i < counts.length; i++) {
    const depth = depths[counts[i]];
    if (!current) {
      if (depth <= valley) [valley, from] = [depth, i];
      else if (depth - valley >= TURNS) current = { from, at: i, to: i, peak: depth, valley };
    } else if (depth > current.peak) {
      current.peak = depth;
      current.at = i;
    } else if (current.peak - depth >= TURNS) {
      if (current.peak >= LEAST_DEPTH) found.push({ ...current, to: i });
      [valley, from] = [depth, i];
      current = null;
    }
  }
  return found;
}

/** A take of one key. */
export interface KeyTake extends KeyCounts {
  tUs: ArrayLike<number>;
}

/** When a stroke passed a depth on its way down, µs, straight between frames; null where it did not. */
export function passedUs(take: KeyTake, { from, at }: DepthStroke, depth: number): number | null {
  const i = firstAt(take, from, at, depth);
  if (i <= from) return null;
  const before = depthIn(take, i - 1);
  const share = (depth - before) / (depthIn(take, i) - before);
  const { tUs } = take;
  return tUs[i - 1] + share * (tUs[i] - tUs[i - 1]);
}

/** Time from one depth to another, µs; null where a stroke did not pass both. */
export function timeBetween(take: KeyTake, stroke: DepthStroke, from: number, to: number): number | null {
  const [first, last] = [passedUs(take, stroke, from), passedUs(take, stroke, to)];
  return first === null || last === null ? null : Math.max(0, last - first);
}

/** Frames of which a slope is taken: up to the one in which the strike depth was passed. */
const SLOPE_FRAMES = 4;

/**
 * Time that a stroke would take from one depth to another by the least-squares slope of its last frames (maker's handbook 4.6), µs; null
 * where it did not come so far, or did not fall.
 */
export function timeBySlope(take: KeyTake, stroke: DepthStroke, from: number, to: number): number | null {
  const { tUs } = take;
  const end = firstAt(take, stroke.from, stroke.at, to);
  const begin = Math.max(stroke.from, end - SLOPE_FRAMES + 1);
  const n = end - begin + 1;
  if (end < 0 || n < 2) return null;
  let [t, d, tt, td] = [0, 0, 0, 0];
  for (let i = begin; i <= end; i++) {
    const at = tUs[i] - tUs[begin];
    const depth = depthIn(take, i);
    [t, d, tt, td] = [t + at, d + depth, tt + at * at, td + at * depth];
  }
  const slope = (n * td - t * d) / (n * tt - t * t);
  return slope > 0 ? (to - from) / slope : null;
}

/** The first frame of a way down at a depth or beyond; −1 for none. */
function firstAt(take: KeyCounts, from: number, last: number, depth: number): number {
  for (let i = from; i <= last; i++) if (depthIn(take, i) >= depth) return i;
  return -1;
}
