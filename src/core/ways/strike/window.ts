import { quantile } from '../../signal/quantile';
import type { StruckLane } from './struck-lane';

/** Windows that are tried, ms. */
const WINDOWS_MS = [1, 1.5, 2, 3, 4, 5, 6, 8, 10, 15, 20];
/** Share of the peak that a window must catch of nine strikes in ten (maker's handbook 4.6: the knee). */
const CAUGHT = 0.95;

/** Shares of its peak that each strike has reached a time after it crossed "on". */
export function caughtShares(lanes: readonly StruckLane[], windowMs: number): number[] {
  return lanes.flatMap(({ frames, strikes, record }) =>
    strikes.flatMap(({ take, tUs, peak }) => {
      const { tUs: times, counts } = frames.played.find((p) => p.take === take)!;
      let crossedUs = -1;
      let reached = 0;
      for (let i = 0; i < times.length && times[i] < tUs + 60_000; i++) {
        if (times[i] < tUs) continue;
        const distance = Math.abs(counts[i] - frames.rest.rest);
        if (crossedUs < 0 && distance >= record.on) crossedUs = times[i];
        if (crossedUs >= 0 && times[i] <= crossedUs + windowMs * 1000) reached = Math.max(reached, distance);
      }
      return crossedUs < 0 ? [] : [reached / peak];
    }),
  );
}

/** The shortest window that finds the peaks, ms; the longest tried where none does. */
export const chooseWindow = (lanes: readonly StruckLane[]): number =>
  WINDOWS_MS.find((ms) => quantile(caughtShares(lanes, ms), 0.1) >= CAUGHT) ??
  WINDOWS_MS[WINDOWS_MS.length - 1];
