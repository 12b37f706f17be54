import { median, quantile } from '../signal/quantile';

/** What a microphone hears of strokes and of what sounds after them. */
export interface Loop {
  /** Pairs of a stroke and its sound. */
  n: number;
  medianMs: number;
  /** p95 − p5. */
  spreadMs: number;
  /** How far a single time may be off by the method itself: twice the window in which loudness is taken, ms. */
  errorMs: number;
}

/** Loudness is taken in windows of this length; what rises by so many times over the quiet before it is an onset. (Common practice, no source.) */
const WINDOW_MS = 0.5;
const RISE = 8;
/** After an onset its own ringing is passed over, unless it grows by so many times. */
const DEAD_MS = 6;
const GROWS = 3;
/** A sound follows its stroke within this; strokes are so far apart at least, ms. */
const LATEST_MS = 250;

/**
 * How long after a stroke its sound comes: both are heard by one microphone beside sensor and loudspeaker.
 * @param samples −1 … 1 @returns null of fewer than three pairs
 */
export function loopOf(samples: Float32Array, rateHz: number): Loop | null {
  const onsets = onsetsMs(samples, rateHz);
  const gaps: number[] = [];
  for (let i = 0; i + 1 < onsets.length; i++) {
    const gap = onsets[i + 1] - onsets[i];
    const isFirst = i === 0 || onsets[i] - onsets[i - 1] > LATEST_MS;
    if (isFirst && gap <= LATEST_MS) gaps.push(gap);
  }
  if (gaps.length < 3) return null;
  return {
    n: gaps.length,
    medianMs: median(gaps),
    spreadMs: quantile(gaps, 0.95) - quantile(gaps, 0.05),
    errorMs: 2 * WINDOW_MS,
  };
}

/** When it suddenly becomes louder, ms from the beginning. */
function onsetsMs(samples: Float32Array, rateHz: number): number[] {
  const size = Math.max(1, Math.round((WINDOW_MS * rateHz) / 1000));
  const loud = Array.from({ length: Math.floor(samples.length / size) }, (_, w) => {
    let sum = 0;
    for (let i = w * size; i < (w + 1) * size; i++) sum += samples[i] * samples[i];
    return Math.sqrt(sum / size);
  });
  if (loud.length === 0) return [];
  const quiet = Math.max(1e-4, 2 * median(loud));
  const onsets: number[] = [];
  const msOf = (w: number) => (w * size * 1000) / rateHz;
  for (let w = 0; w < loud.length; w++) {
    const sinceMs = msOf(w) - (onsets.at(-1) ?? -Infinity);
    const grows = sinceMs >= LATEST_MS || loud[w] > GROWS * recent(loud, w, size, rateHz);
    if (loud[w] > RISE * quiet && sinceMs >= DEAD_MS && grows) onsets.push(msOf(w));
  }
  return onsets;
}

/** The loudest of the few ms before a window: what rings only falls. */
function recent(loud: readonly number[], w: number, size: number, rateHz: number): number {
  const windows = Math.max(1, Math.round((3 * rateHz) / 1000 / size));
  return Math.max(...loud.slice(Math.max(0, w - windows), w));
}
