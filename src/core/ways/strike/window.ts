import type { Picture } from '../../calibrate/picture';
import { firstFrom } from '../../signal/first-from';
import { pooledDeviation } from '../../signal/pooled-deviation';
import { quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import type { StrikeLane } from './calibration';
import type { StruckLane } from './struck-lane';
import type { Strike } from './strikes';

/** Windows that are tried, ms. */
const WINDOWS_MS = [1, 1.5, 2, 3, 4, 5, 6, 8, 10, 15, 20];
/** Share of the peak that a window must catch of nine strikes in ten (maker's handbook 4.6: the knee). */
const CAUGHT = 0.95;
const NINE_IN_TEN = 0.1;
/** A strike is followed for so long, µs. */
const FOLLOWED_US = 60_000;

/** A strike as each window finds it. */
export interface WindowedStrike {
  strike: Strike;
  record: StrikeLane;
  /** Furthest distance from rest within each of the windows that are tried, counts. */
  reached: number[];
}

/** Strikes that crossed "on", as each window finds them. */
export const windowed = (lanes: readonly StruckLane[]): WindowedStrike[] =>
  lanes.flatMap((lane) => lane.strikes.flatMap((strike) => reachedBy(lane, strike) ?? []));

function reachedBy({ frames, record }: StruckLane, strike: Strike): WindowedStrike | null {
  const { tUs, counts } = frames.played.find((p) => p.take === strike.take)!;
  const distance = (i: number) => Math.abs(counts[i] - frames.rest.rest);
  let at = firstFrom(tUs, strike.tUs);
  while (at < tUs.length && tUs[at] < strike.tUs + FOLLOWED_US && distance(at) < record.on) at++;
  if (at >= tUs.length || tUs[at] >= strike.tUs + FOLLOWED_US) return null;
  const crossedUs = tUs[at];
  let most = 0;
  const reached = WINDOWS_MS.map((ms) => {
    for (; at < tUs.length && tUs[at] <= crossedUs + 1000 * ms; at++) most = Math.max(most, distance(at));
    return most;
  });
  return { strike, record, reached };
}

/** Share of its peak that a window catches of nine strikes in ten. @param i of the windows that are tried */
const caught = (strikes: readonly WindowedStrike[], i: number): number =>
  quantile(
    strikes.map(({ strike, reached }) => reached[i] / strike.peak),
    NINE_IN_TEN,
  );

/**
 * σ of the velocities that equal strikes read, those of one lane and one dynamic, where only what a window catches counts: steps of 127,
 * pooled over lanes and dynamics.
 */
function spreadSteps(strikes: readonly WindowedStrike[], i: number): number {
  const groups = new Map<string, number[]>();
  for (const { strike, record, reached } of strikes) {
    const key = `${strike.role} ${record.lane}`;
    const share = Math.min(1, Math.max(0, (reached[i] - record.on) / (record.full - record.on)));
    groups.set(key, [...(groups.get(key) ?? []), 126 * share]);
  }
  return pooledDeviation(groups.values());
}

/** What each window finds of the peaks, and how alike equal strikes read then, with the one that was chosen. */
export const windowPicture = (strikes: readonly WindowedStrike[], windowMs: number): Picture => ({
  title: 'What a longer window is worth',
  x: { label: 'window', unit: 'ms' },
  y: { label: 'peak, %; steps', unit: '', most: 100 },
  lines: [
    {
      name: 'peak caught, nine strikes in ten',
      points: WINDOWS_MS.map((ms, i) => [ms, round(100 * caught(strikes, i), 1)]),
    },
    {
      name: 'spread of equal strikes, velocity steps',
      points: WINDOWS_MS.map((ms, i) => [ms, round(spreadSteps(strikes, i), 1)]),
    },
  ],
  marks: [{ x: windowMs, label: 'window' }],
});

/** The shortest window that finds the peaks, ms; the longest tried where none does. */
export const chooseWindow = (strikes: readonly WindowedStrike[]): number =>
  WINDOWS_MS.find((_, i) => strikes.length > 0 && caught(strikes, i) >= CAUGHT) ??
  WINDOWS_MS[WINDOWS_MS.length - 1];
