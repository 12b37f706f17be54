import { SLOW_US, slowAt, TICK_US, ticksAt, ticksSince } from './clock';

/** The frames at hand. */
export interface Stretch {
  tUs: Float64Array;
  counts: Uint16Array;
  columns: number;
  /** The frame after the last of the block. */
  end: number;
}

/** One thing that plays a frame, and says which frame it has to play next. */
export interface Unit {
  play(): void;
  /** @param frame that it has just played @returns the next one, or `end` where it has nothing to do before */
  next(frame: number, s: Stretch): number;
}

/** The first frame from `from` on whose count lies outside a band; `end` where there is none. */
export function firstOutside(
  s: Stretch,
  column: number,
  band: { low: number; high: number },
  from: number,
): number {
  const { counts, columns } = s;
  const { low } = band;
  const width = band.high - low;
  const past = s.end * columns + column;
  let at = from * columns + column;
  // One comparison: what lies below turns into more than any width.
  for (; at < past; at += columns) if ((counts[at] - low) >>> 0 > width) break;
  return (at - column) / columns;
}

/** The first frame after `frame` at which a timer that runs has ended. @param since, ticks of the timer */
export function firstDue(s: Stretch, frame: number, since: number, ticks: number): number {
  const left = ticks - ticksSince(since, ticksAt(s.tUs[frame]));
  return firstAt(s, frame + 1, TICK_US * (Math.floor(s.tUs[frame] / TICK_US) + left));
}

/** The same of the slow clock. @param since, ticks of the timer, slow ticks */
export function firstSlow(s: Stretch, frame: number, since: number, ticks: number): number {
  const left = ticks - ticksSince(since, slowAt(s.tUs[frame]));
  return firstAt(s, frame + 1, SLOW_US * (Math.floor(s.tUs[frame] / SLOW_US) + left));
}

/** The first frame after one that was played at which a time has come (clock.ts). @param until less than half a turn away */
export const firstComing = (s: Stretch, frame: number, until: number): number =>
  firstDue(s, frame, (until - 0x8000) & 0xffff, 0x8000);

/** The first frame from `from` on at a time or later; `end` where there is none. Where frames come evenly it is guessed from the last period; else it is most often near. */
export function firstAt({ tUs, end }: Stretch, from: number, us: number): number {
  if (from < end) {
    const guess = from + Math.ceil((us - tUs[from]) / (tUs[from] - tUs[from - 1]));
    if (guess > from && guess < end && tUs[guess] >= us && tUs[guess - 1] < us) return guess;
  }
  let at = from;
  let by = 1;
  for (; at + by <= end && tUs[at + by - 1] < us; by *= 2) at += by;
  let high = Math.min(end, at + by - 1);
  while (at < high) {
    const middle = (at + high) >> 1;
    if (tUs[middle] < us) at = middle + 1;
    else high = middle;
  }
  return at;
}
