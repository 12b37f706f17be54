import { regressionOf, type Regression } from '../signal/regression';
import type { ListenedLane } from './listened-recording';

/** Samples that are compared, at most. */
const MOST_SAMPLES = 8000;

/** How a lane goes with another, counts a count over the whole recording. */
export const goesWith = ({ counts: x }: ListenedLane, { counts: y }: ListenedLane): Regression =>
  regressionOf(x, y, 0, x.length, Math.max(1, Math.ceil(x.length / MOST_SAMPLES)));

/** Correlation from which a lane only repeats another. */
export const REPEATS = 0.9;
/** A copy is at least so much of what it copies, and no more than this; less is crosstalk, which keeps a rest of its own. */
const LEAST_COPY = 0.5;
const MOST_COPY = 1.15;
/** Share of the full scale that the one before must move, so that there is something to copy. */
const MOVES = 0.05;

/**
 * Whether an input only repeats the one that is read before it: an open pin keeps that one's charge in the sample-and-hold
 * (handbook 3).
 */
export function follows(before: ListenedLane, lane: ListenedLane, fullScale: number): boolean {
  if (before.excursion < MOVES * fullScale || lane.excursion < LEAST_COPY * before.excursion) return false;
  const { r, gain } = goesWith(before, lane);
  return r > REPEATS && gain > LEAST_COPY && gain < MOST_COPY;
}
