import { columnsIn, type Frames } from '../signal/take';

/** Counts of a column in windows of 50 ms, one after the other. */
export interface Windows {
  /** First frame of each, and after the last the number of frames. */
  firsts: Uint32Array;
  mean: Float64Array;
  least: Uint16Array;
  greatest: Uint16Array;
}

const WINDOW_US = 50_000;

/** Where the windows of a take begin: the first frame of each, and after the last the number of frames. @param tUs µs, never falling */
function windowStarts(tUs: Float64Array): Uint32Array {
  const firsts: number[] = [];
  for (let i = 0, endUs = -Infinity; i < tUs.length; i++) {
    if (tUs[i] < endUs) continue;
    firsts.push(i);
    endUs = tUs[i] + WINDOW_US;
  }
  return Uint32Array.from([...firsts, tUs.length]);
}

/** @param firsts of the take @param counts one a frame */
function windowsOf(firsts: Uint32Array, counts: Uint16Array): Windows {
  const n = firsts.length - 1;
  const windows = {
    ...{ firsts, mean: new Float64Array(n) },
    ...{ least: new Uint16Array(n), greatest: new Uint16Array(n) },
  };
  for (let window = 0; window < n; window++) {
    const [first, end] = [firsts[window], firsts[window + 1]];
    let [sum, least, greatest] = [0, 65535, 0];
    for (let i = first; i < end; i++) {
      const count = counts[i];
      sum += count;
      if (count < least) least = count;
      if (count > greatest) greatest = count;
    }
    windows.mean[window] = sum / (end - first);
    windows.least[window] = least;
    windows.greatest[window] = greatest;
  }
  return windows;
}

/** A column with its windows. */
export interface Windowed {
  counts: Uint16Array;
  windows: Windows;
}

/** What was made of takes already: one that is judged again and again is gone through once. */
const made = new WeakMap<Frames, Map<string, Windowed>>();

/** Columns of a take with their windows, in that order. @param columns that it has */
export function windowed(take: Frames, columns: readonly string[]): Windowed[] {
  const known = made.get(take) ?? new Map<string, Windowed>();
  made.set(take, known);
  const missing = columns.filter((column) => !known.has(column));
  if (missing.length > 0) {
    const firsts = known.values().next().value?.windows.firsts ?? windowStarts(take.tUs);
    columnsIn(take, missing).forEach((counts, i) =>
      known.set(missing[i], { counts, windows: windowsOf(firsts, counts) }),
    );
  }
  return columns.map((column) => known.get(column)!);
}

/** Frames that are kept before and after what is further than a distance from rest, in windows: gestures begin in them, and end. */
const BEFORE = 4;
const AFTER = 6;

/**
 * The stretches of frames in which a lane may be played; in all the others it is at rest.
 * @param rests of each window @param least distance from rest from which on it may be
 */
export function playedParts(
  { firsts, least: lowest, greatest }: Windows,
  rests: ArrayLike<number>,
  least: number,
): [from: number, to: number][] {
  const parts: [number, number][] = [];
  for (let i = 0; i < rests.length; i++) {
    if (greatest[i] - rests[i] < least && rests[i] - lowest[i] < least) continue;
    const from = firsts[Math.max(0, i - BEFORE)];
    const to = firsts[Math.min(firsts.length - 1, i + 1 + AFTER)];
    const last = parts.at(-1);
    if (last && from <= last[1]) last[1] = to;
    else parts.push([from, to]);
  }
  return parts;
}
