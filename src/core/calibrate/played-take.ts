import type { Role } from '../signal/take';
import type { RestStatistics } from '../signal/rest';
import { timingOf } from '../signal/timing';
import { detectorSettings, gesturesOf, type Gesture } from './gesture-detector';
import { restInTake } from './rest-in-take';

/** One sensor's column of a take. */
export interface LevelTake {
  id: string;
  role: Role;
  /** µs, never falling. */
  tUs: ArrayLike<number>;
  /** Same length; 0 … 2^bits − 1. */
  counts: ArrayLike<number>;
  /** Intended gestures, µs; they replace detection in this take. */
  marks?: readonly number[];
  /** Known weights, g, or pressures, kPa, in the order in which they were applied. */
  weights?: readonly number[];
  pressures?: readonly number[];
}

/** What was played in a take. */
export interface PlayedGestures {
  role: Role;
  gestures: Gesture[];
  /** Rest as it lay in this take, counts. */
  restHere: number;
}

/** A played take with its gestures. */
export type PlayedTake = LevelTake & PlayedGestures;

/** Finds rest and the gestures in one played take; marks, where there are any, replace detection. */
export function playTake(take: LevelTake, stats: RestStatistics, fullScale: number): PlayedTake {
  const rateHz = timingOf(take.tUs)?.rateHz ?? 1000;
  const restHere = restInTake(take.counts, rateHz, stats.rest, stats.noise, fullScale);
  const settings = detectorSettings(restHere, stats.noise, rateHz, stats.lag1);
  const gestures = take.marks?.length
    ? markedGestures(take, restHere)
    : gesturesOf(take.tUs, take.counts, settings);
  return { ...take, restHere, gestures };
}

/** Each mark owns the frames from 50 ms before it to the next mark; its peak is the one furthest from rest. */
function markedGestures(take: LevelTake, rest: number): Gesture[] {
  const marks = [...take.marks!].sort((a, b) => a - b);
  const gestures = marks.map((m): Gesture => ({
    fromUs: m,
    toUs: m,
    sign: 1,
    peak: Math.round(rest),
    peakUs: m,
  }));
  let n = -1;
  for (let i = 0; i < take.counts.length; i++) {
    while (n + 1 < marks.length && take.tUs[i] >= marks[n + 1] - 50_000) n++;
    if (n < 0) continue;
    const g = gestures[n];
    g.toUs = take.tUs[i];
    if (Math.abs(take.counts[i] - rest) > Math.abs(g.peak - rest)) {
      g.peak = take.counts[i];
      g.peakUs = take.tUs[i];
      g.sign = g.peak >= rest ? 1 : -1;
    }
  }
  return gestures;
}
