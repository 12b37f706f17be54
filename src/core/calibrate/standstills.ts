import { median } from '../signal/quantile';
import { QUANTISATION_NOISE, restStatistics, SIGMA_PER_MAD } from '../signal/rest';

/** A stretch in which a lane was left alone. */
export interface Standstill {
  /** Median of its windows, counts. */
  level: number;
  /** Frames, the last included. */
  from: number;
  to: number;
}

/** Length of a window, µs; a standstill has two or more of them. (Common practice, no source.) */
const WINDOW_US = 100_000;
const LEAST_WINDOWS = 2;
/** Fewest frames from which noise is told. (Common practice, no source.) */
const LEAST_FRAMES = 20;
/** Halves of a window that lie further apart than this many of its σ, and counts, move. */
const MOVING_SIGMAS = 3;
const MOVING_COUNTS = 2;

/** What some neighbouring frames say: their median and σ in counts, and whether the lane was still. */
interface Window {
  level: number;
  noise: number;
  still: boolean;
  from: number;
  to: number;
}

/**
 * Where a lane was left alone. Medians of windows and of their halves tell, so that single samples that jump do not end a standstill.
 * @param tUs rising @param counts one a frame
 */
export function standstillsOf(tUs: ArrayLike<number>, counts: ArrayLike<number>): Standstill[] {
  const windows = windowsOf(tUs, counts);
  const found: Standstill[] = [];
  let run: Window[] = [];
  const end = () => {
    if (run.length >= LEAST_WINDOWS)
      found.push({ level: median(run.map((w) => w.level)), from: run[0].from, to: run.at(-1)!.to });
    run = [];
  };
  for (const next of windows) {
    const goesOn = run.length === 0 || Math.abs(next.level - run[0].level) <= slackOf(run[0]);
    if (!next.still || !goesOn) end();
    if (next.still) run.push(next);
  }
  end();
  return found;
}

/** Medians of a lane's windows, counts: where it was, single samples that jump left out. */
export const windowLevels = (tUs: ArrayLike<number>, counts: ArrayLike<number>): number[] =>
  windowsOf(tUs, counts).map(({ level }) => level);

/** The frames of a standstill without its first and last window, in which it may still have moved; null where few are left. */
export function insideOf(
  tUs: ArrayLike<number>,
  { from, to }: Standstill,
): { from: number; to: number } | null {
  let [first, last] = [from, to];
  while (first < to && tUs[first] - tUs[from] < WINDOW_US) first++;
  while (last > from && tUs[to] - tUs[last] < WINDOW_US) last--;
  return last - first >= LEAST_FRAMES ? { from: first, to: last } : null;
}

/** σ of a lane while it is left alone: on the standstill where it is greatest; null where it never is for long. */
export function noiseOf(tUs: ArrayLike<number>, counts: Uint16Array): number | null {
  const noises = standstillsOf(tUs, counts).flatMap((standstill) => {
    const inside = insideOf(tUs, standstill);
    if (!inside) return [];
    const { from, to } = inside;
    const rateHz = (1e6 * (to - from)) / (tUs[to] - tUs[from]);
    return restStatistics(counts.subarray(from, to + 1), rateHz).noise;
  });
  return noises.length > 0 ? noises.reduce((a, b) => Math.max(a, b)) : null;
}

const slackOf = ({ noise }: Window): number => Math.max(2 * MOVING_COUNTS, 2 * MOVING_SIGMAS * noise);

function windowsOf(tUs: ArrayLike<number>, counts: ArrayLike<number>): Window[] {
  const windows: Window[] = [];
  for (let from = 0; from < tUs.length;) {
    let to = from;
    while (to + 1 < tUs.length && tUs[to + 1] - tUs[from] < WINDOW_US) to++;
    // A window that a gap, or the end of the take, has cut short says too little.
    if (to - from >= 3 && tUs[to] - tUs[from] > WINDOW_US / 2) windows.push(windowOf(counts, from, to));
    from = to + 1;
  }
  return windows;
}

function windowOf(counts: ArrayLike<number>, from: number, to: number): Window {
  const own = Array.from({ length: to - from + 1 }, (_, i) => counts[from + i]);
  const level = median(own);
  const spread = SIGMA_PER_MAD * median(own.map((c) => Math.abs(c - level)));
  const middle = own.length >> 1;
  const apart = Math.abs(median(own.slice(0, middle)) - median(own.slice(middle)));
  // A slow movement widens the spread, but not what lies between neighbours.
  const steps = own.slice(1).map((c, i) => Math.abs(c - own[i]));
  const noise = Math.max(
    QUANTISATION_NOISE,
    Math.min(spread, (SIGMA_PER_MAD * median(steps)) / Math.SQRT2 + 0.5),
  );
  return {
    level,
    noise: Math.max(QUANTISATION_NOISE, spread),
    still: apart <= Math.max(MOVING_COUNTS, MOVING_SIGMAS * noise),
    from,
    to,
  };
}
