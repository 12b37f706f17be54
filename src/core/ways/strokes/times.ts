import { quantile } from '../../signal/quantile';
import { round } from '../../units/round';
import { LEAST_RATIO, type LawTimes } from './law';

/** Slowest: the p95 of soft strokes; fastest: the p5 of loud ones (maker's handbook 4.6). */
const SLOW_QUANTILE = 0.95;
const FAST_QUANTILE = 0.05;
/** Where strokes are all alike, slowest and fastest lie so many times apart, about their middle. */
const PARTED = 1.01 * LEAST_RATIO;

/** A stroke as it is compared: its key's id, its dynamics, and its time, ms, as if all keys were alike. */
export interface EvenStroke {
  lane: string;
  role: string;
  ms: number;
}

/** What a board tells apart, ms. */
export interface Told {
  leastMs: number;
  mostMs: number;
}

/**
 * Times of a slowest and of a fastest stroke, such that both fit the board, and lie far enough apart.
 * @param strokes one or more @param mostFactor the largest factor of a key: its slowest stroke has to fit too
 */
export function timesOf(
  strokes: readonly EvenStroke[],
  mostFactor: number,
  { leastMs, mostMs }: Told,
): LawTimes {
  const of = (...roles: string[]) => {
    const own = roles.map((role) => strokes.filter((s) => s.role === role)).find((s) => s.length > 0);
    return (own ?? strokes).map((s) => s.ms);
  };
  const most = mostMs / Math.max(1, mostFactor);
  const slow = quantile(of('soft', 'medium'), SLOW_QUANTILE);
  const fast = quantile(of('loud', 'full', 'medium'), FAST_QUANTILE);
  const middle = Math.sqrt(slow * fast);
  const apart = slow >= PARTED * fast;
  const fastMs = Math.min(most / PARTED, Math.max(leastMs, apart ? fast : middle / Math.sqrt(PARTED)));
  const slowMs = Math.min(most, Math.max(PARTED * fastMs, apart ? slow : middle * Math.sqrt(PARTED)));
  return { slowMs: round(slowMs, 3), fastMs: round(fastMs, 3) };
}
