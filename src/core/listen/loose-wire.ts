import type { GestureFamily } from '../kinds/kind';
import type { ListenedLane } from './listened-recording';

/** An edge goes this share of the full scale, or so many σ, within one scan; before and after it the level keeps to a part of that. */
const EDGE = 0.08;
const EDGE_NOISES = 12;
const KEEPS = 0.25;
const KEEPS_AWAY = 0.5;
/** Longest that a loose wire is away, µs. */
const LONGEST_US = 300_000;
/** It comes back to about where it left: within this share of the edge. */
const COMES_BACK = 0.35;
/** Frames within which even a gesture's own level is no gesture's: nobody is there and back so fast. */
export const SHORT = 3;
/** Share of the full scale at either end that is a rail. */
const RAIL = 0.01;
/** Scans so far apart that a gesture's edge may lie within one, µs. */
const SLOW_SCAN_US = 3000;
/** Families whose levels rise and fall over several scans, however fast they are played. */
const SMOOTH: readonly GestureFamily[] = ['breath', 'press', 'move'];

/** A stretch in which a lane was away, frames. */
export interface Away {
  from: number;
  to: number;
}

/**
 * Where a wire has let go: both edges within one scan, to a rail where the lane does not rest, or, of a sensor whose own edges
 * take longer, to anywhere, whatever lies between (handbook 3).
 * @param scale full scale, counts
 */
export function looseStretches(lane: ListenedLane, scale: number, rateHz: number): Away[] {
  const { counts, plateau } = lane;
  const far = Math.max(EDGE * scale, EDGE_NOISES * plateau.noise);
  const longest = Math.max(SHORT + 1, Math.round((LONGEST_US * rateHz) / 1e6));
  const found: Away[] = [];
  for (let i = 2; i + 1 < counts.length; i++) {
    const before = counts[i - 1];
    if (Math.abs(counts[i] - before) < far || Math.abs(before - counts[i - 2]) > KEEPS * far) continue;
    const to = comesBack(counts, i, far, longest);
    if (to === null || !isNoGesture(lane, { from: i, to }, scale, rateHz)) continue;
    found.push({ from: i, to });
    i = to;
  }
  return found;
}

/** The frame from which a lane that left at `from` is back, in one scan; null where it is not in time. */
function comesBack(counts: Uint16Array, from: number, far: number, longest: number): number | null {
  const before = counts[from - 1];
  const jump = counts[from] - before;
  const back = Math.max(KEEPS * far, COMES_BACK * Math.abs(jump));
  const last = Math.min(counts.length - 2, from + longest);
  for (let to = from + 1; to <= last; to++) {
    if (Math.abs(counts[to] - before) > back) continue;
    // The edge is one scan, and what comes after it keeps its level.
    const edge = Math.abs(counts[to] - counts[to - 1]) >= far * (1 - KEEPS);
    return edge && Math.abs(counts[to + 1] - counts[to]) <= KEEPS * far ? to : null;
  }
  return null;
}

function isNoGesture(lane: ListenedLane, { from, to }: Away, scale: number, rateHz: number): boolean {
  const { counts, plateau, family } = lane;
  const jump = Math.abs(counts[from] - counts[from - 1]);
  if (to - from <= SHORT) return Math.abs(counts[to] - counts[from - 1]) <= KEEPS * jump;
  const rail = railAt(counts, from, to, RAIL * scale, scale);
  const rests = rail !== null && Math.abs(plateau.rest - rail) <= 2 * RAIL * scale;
  if (rail !== null && !rests) return true;
  const smooth = family !== undefined && SMOOTH.includes(family) && 1e6 / rateHz <= SLOW_SCAN_US;
  return smooth && Math.abs(counts[from + 1] - counts[from]) <= KEEPS_AWAY * jump;
}

/** The end of the converter at which a stretch lies; null where it does not. */
function railAt(counts: Uint16Array, from: number, to: number, near: number, scale: number): number | null {
  let [low, high] = [true, true];
  for (let i = from; i < to && (low || high); i++) {
    low &&= counts[i] <= near;
    high &&= counts[i] >= scale - near;
  }
  return low ? 0 : high ? scale : null;
}
