import { timingOf } from '../signal/timing';

/** A gesture as its raw trace has it, whatever the engine makes of it. */
export interface Onset {
  /** Id of the lane. */
  lane: string;
  /** When its rise passes a tenth of its peak (maker's handbook 7), straight between two frames; of contacts the first change, µs. */
  riseUs: number;
  /** When it passes the threshold of its gate, straight between two frames, and the frame that saw it, µs; null where it does not come so far. */
  crossedUs: number | null;
  seenUs: number | null;
  /** When it is over: the trace is at rest again, µs. */
  toUs: number;
  /** How far it goes, in what its gate is set by: counts from rest, or a share of a key's way. NaN of contacts. */
  peak: number;
}

/** A gesture's way up. */
export interface Rising {
  tUs: ArrayLike<number>;
  /** How far it is from rest in a frame, towards its side. */
  distance: (frame: number) => number;
  /** Frames: shortly before it begins, and its furthest. */
  from: number;
  at: number;
  /** The threshold of its gate. */
  on: number;
}

/** Of a rise (maker's handbook 7). */
const BEGINS = 0.1;
const HALF = 0.5;

/** When a gesture rises, and passes its threshold. */
export function riseOf(rising: Rising): Pick<Onset, 'riseUs' | 'crossedUs' | 'seenUs' | 'peak'> {
  const { tUs, distance, from, at, on } = rising;
  const peak = distance(at);
  const half = firstBeyond(rising, from, HALF * peak);
  // Noise before it may have come as far as a tenth: the last time counts before it is half way.
  let begins = half;
  while (begins > from && distance(begins - 1) >= BEGINS * peak) begins--;
  const seen = peak >= on ? firstBeyond(rising, from, on) : null;
  return {
    riseUs: between(rising, begins, BEGINS * peak),
    crossedUs: seen === null ? null : between(rising, seen, on),
    seenUs: seen === null ? null : tUs[seen],
    peak,
  };
}

/** The first frame at a distance or beyond; the furthest where there is none. */
function firstBeyond({ distance, at }: Rising, from: number, least: number): number {
  let frame = from;
  while (frame < at && distance(frame) < least) frame++;
  return frame;
}

/** When a distance was passed on the way into a frame, straight from the one before. */
function between({ tUs, distance, from }: Rising, frame: number, least: number): number {
  if (frame <= from) return tUs[frame];
  const [before, now] = [distance(frame - 1), distance(frame)];
  const share = now > before ? Math.min(1, Math.max(0, (least - before) / (now - before))) : 1;
  return tUs[frame - 1] + share * (tUs[frame] - tUs[frame - 1]);
}

/** Frames from which a rate is told. */
const ENOUGH = 4096;

/** Frames a second of a take, by its beginning; a thousand where it is too short to tell. */
export const rateOf = (tUs: Float64Array): number => timingOf(tUs.subarray(0, ENOUGH))?.rateHz ?? 1000;
