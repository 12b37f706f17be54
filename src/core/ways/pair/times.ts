import { quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import { LEAST_MS, MOST_MS } from './calibration';
import { LEAST_RATIO } from '../stroke-law';

/** Slowest: the p95 of soft strokes; fastest: the p5 of loud ones (maker's handbook 4.6). */
const SLOW_QUANTILE = 0.95;
const FAST_QUANTILE = 0.05;

/** A stroke as it is compared: its dynamics, and its time, ms, as if all keys were alike. */
export interface EvenStroke {
  role: string;
  ms: number;
}

/** Times of a slowest and of a fastest stroke, ms, such that both fit the board, and lie far enough apart. */
export interface Times {
  slowMs: number;
  fastMs: number;
  /** Whether they were parted, since strokes are all alike. */
  parted: boolean;
}

/** @param strokes one or more @param mostFactor the largest factor of a key: its slowest stroke has to fit the board too */
export function timesOf(strokes: readonly EvenStroke[], mostFactor: number): Times {
  const of = (...roles: string[]) => {
    const own = roles.map((role) => strokes.filter((s) => s.role === role)).find((s) => s.length > 0);
    return (own ?? strokes).map((s) => s.ms);
  };
  const within = (ms: number) => Math.min(MOST_MS / Math.max(1, mostFactor), Math.max(LEAST_MS, ms));
  let slowMs = within(quantile(of('soft', 'medium'), SLOW_QUANTILE));
  let fastMs = within(quantile(of('loud', 'full', 'medium'), FAST_QUANTILE));
  const parted = slowMs < LEAST_RATIO * fastMs;
  if (parted) {
    const middle = Math.sqrt(slowMs * fastMs);
    fastMs = within(middle / LEAST_RATIO);
    slowMs = within(Math.max(middle * LEAST_RATIO, fastMs * LEAST_RATIO * 1.01));
    fastMs = Math.min(fastMs, slowMs / (LEAST_RATIO * 1.01));
  }
  return { slowMs: round(slowMs, 3), fastMs: round(Math.max(LEAST_MS, fastMs), 3), parted };
}
