import type { Edges, Frames } from './take';

/** Frames of a block whose lowest and highest counts are known beforehand. */
const BLOCK = 256;

/**
 * Lowest and highest counts of any stretch of a long recording, for drawing: an hour of 16 columns at 1 kHz is looked up, not
 * read through. Memory: 1/64 of the counts.
 */
export class Overview {
  private readonly low: Uint16Array;
  private readonly high: Uint16Array;

  constructor(private readonly frames: Frames) {
    const { counts, channels } = frames;
    const width = channels.length;
    const blocks = Math.ceil(frames.tUs.length / BLOCK) * width;
    this.low = new Uint16Array(blocks).fill(65_535);
    this.high = new Uint16Array(blocks);
    for (let i = 0; i < counts.length; i++) {
      const at = Math.floor(i / (BLOCK * width)) * width + (i % width);
      if (counts[i] < this.low[at]) this.low[at] = counts[i];
      if (counts[i] > this.high[at]) this.high[at] = counts[i];
    }
  }

  /**
   * A stretch of a column, parted into `n` equal ones.
   * @returns lowest and highest count of each, low, high, low, high …; low over high where it holds no frame
   */
  of(column: number, fromUs: number, toUs: number, n: number): Uint16Array<ArrayBuffer> {
    const { tUs } = this.frames;
    const drawn = new Uint16Array(2 * n);
    const step = (toUs - fromUs) / n;
    let first = firstFrom(tUs, fromUs);
    for (let i = 0; i < n; i++) {
      // The last one has its end in it.
      const end = i === n - 1 ? firstAfter(tUs, toUs) : firstFrom(tUs, fromUs + (i + 1) * step);
      [drawn[2 * i], drawn[2 * i + 1]] = this.reach(column, first, end);
      first = end;
    }
    return drawn;
  }

  /** Lowest and highest count of frames `from` … `to − 1`. */
  private reach(column: number, from: number, to: number): [number, number] {
    const { counts, channels } = this.frames;
    const width = channels.length;
    let [low, high] = [65_535, 0];
    const see = (a: number, b: number) => {
      if (a < low) low = a;
      if (b > high) high = b;
    };
    for (let f = from; f < to;) {
      if (f % BLOCK === 0 && f + BLOCK <= to) {
        const at = (f / BLOCK) * width + column;
        see(this.low[at], this.high[at]);
        f += BLOCK;
      } else {
        const count = counts[f++ * width + column];
        see(count, count);
      }
    }
    return [low, high];
  }
}

/** How a contact was in a stretch: open, closed, or both. */
export const OPEN = 0;
export const CLOSED = 1;
export const BOTH = 2;

/** A stretch of a contact, parted into `n` equal ones: {@link OPEN}, {@link CLOSED} or {@link BOTH} in each. It is open before its first edge, unless that opens it. */
export function contactOver(
  edges: Edges,
  contact: number,
  fromUs: number,
  toUs: number,
  n: number,
): Uint8Array<ArrayBuffer> {
  const own = Array.from(edges.tUs.keys()).filter((i) => edges.contact[i] === contact);
  const drawn = new Uint8Array(n);
  const step = (toUs - fromUs) / n;
  let at = 0;
  let state = own.length > 0 ? 1 - edges.closed[own[0]] : OPEN;
  for (let i = 0; i < n; i++) {
    drawn[i] = state;
    for (const endUs = fromUs + (i + 1) * step; at < own.length && edges.tUs[own[at]] < endUs; at++) {
      state = edges.closed[own[at]];
      if (edges.tUs[own[at]] < fromUs) drawn[i] = state;
      else if (state !== drawn[i]) drawn[i] = BOTH;
    }
  }
  return drawn;
}

/** The first frame at a time or after it; their number where there is none. @param tUs never falling */
export const firstFrom = (tUs: ArrayLike<number>, atUs: number): number => search(tUs, (t) => t >= atUs);

/** The first frame after a time; their number where there is none. @param tUs never falling */
export const firstAfter = (tUs: ArrayLike<number>, atUs: number): number => search(tUs, (t) => t > atUs);

function search(tUs: ArrayLike<number>, holds: (t: number) => boolean): number {
  let [low, high] = [0, tUs.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(tUs[middle])) high = middle;
    else low = middle + 1;
  }
  return low;
}
