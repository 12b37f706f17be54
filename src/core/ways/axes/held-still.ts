import { median } from '../../signal/quantile';
import { QUANTISATION_NOISE, SIGMA_PER_MAD } from '../../signal/rest';

/** Length of a window, µs and frames at least; what is held still is so for some windows, and so long. (Common practice, no source.) */
const WINDOW_US = 100_000;
const WINDOW_FRAMES = 10;
const LEAST_WINDOWS = 2;
const LEAST_US = 350_000;
/** Windows further apart than this have moved: σ, counts, and share of the furthest that any axis went: about a degree, as a hand trembles. (Common practice, no source.) */
const MOVED_SIGMAS = 4;
const MOVED_COUNTS = 4;
const MOVED_SHARE = 0.01;

/** What a few frames say of each axis: medians and σ, counts. */
interface Glance {
  levels: number[];
  noises: number[];
}

/** A stretch in which a sensor of several axes was held still. */
export interface Held {
  fromUs: number;
  toUs: number;
  /** Of each axis, counts. */
  levels: number[];
}

/** Frame by frame, whether a sensor of several axes is held still: medians of windows tell, so that a knock ends nothing. */
export class HeldStill {
  private frames: number[][] = [];
  private windowUs = 0;
  private run: Glance[] = [];
  private runUs = 0;
  private runToUs = 0;
  private lastUs = 0;
  /** Least and most that each axis has read, counts. */
  private ranges: { least: number; most: number }[] = [];

  /** @returns the stretch that ended at this window, long enough or not at all */
  add(tUs: number, counts: ArrayLike<number>): Held | null {
    let ended: Held | null = null;
    if (this.frames.length >= WINDOW_FRAMES && tUs - this.windowUs >= WINDOW_US) ended = this.close();
    if (this.frames.length === 0) this.windowUs = tUs;
    this.frames.push(Array.from(counts));
    this.lastUs = tUs;
    return ended;
  }

  /** The stretch that lasts, once it is long enough. */
  get current(): Held | null {
    return this.run.length < LEAST_WINDOWS || this.runToUs - this.runUs < LEAST_US
      ? null
      : {
          fromUs: this.runUs,
          toUs: this.runToUs,
          levels: this.run[0].levels.map((_, axis) => median(this.run.map((w) => w.levels[axis]))),
        };
  }

  private close(): Held | null {
    const before = this.current;
    const columns = this.frames[0].map((_, axis) => this.frames.map((frame) => frame[axis]));
    const glance: Glance = {
      levels: columns.map(median),
      noises: columns.map(noiseOf),
    };
    this.frames = [];
    this.ranges = glance.levels.map((level, axis) => ({
      least: Math.min(level, this.ranges[axis]?.least ?? level),
      most: Math.max(level, this.ranges[axis]?.most ?? level),
    }));
    const goesOn = this.run.length > 0 && !this.moved(this.run[0], glance);
    if (goesOn) {
      this.run.push(glance);
      this.runToUs = this.lastUs;
      return null;
    }
    this.run = [glance];
    this.runUs = this.windowUs;
    this.runToUs = this.lastUs;
    return before;
  }

  private moved(a: Glance, b: Glance): boolean {
    const furthest = Math.max(...this.ranges.map(({ least, most }) => most - least));
    const least = Math.max(MOVED_COUNTS, MOVED_SHARE * furthest);
    return a.levels.some((level, axis) => {
      // What moves is noisy by itself.
      const noise = Math.min(a.noises[axis], b.noises[axis]);
      return Math.abs(level - b.levels[axis]) > Math.max(least, MOVED_SIGMAS * noise);
    });
  }
}

const noiseOf = (counts: readonly number[]): number => {
  const level = median(counts);
  return Math.max(QUANTISATION_NOISE, SIGMA_PER_MAD * median(counts.map((count) => Math.abs(count - level))));
};

/** How far apart two readings of all axes lie, counts. */
export const apart = (a: readonly number[], b: ArrayLike<number>): number =>
  Math.hypot(...a.map((level, axis) => level - b[axis]));
