import type { LaneDetector } from '../../guide/lane-guide';
import { restOfLane } from '../../guide/lane-guide';

/** A touch goes this far from rest: σ, counts. It is one once it has lasted so long, µs, and is over after so long without. */
const LEAST_SIGMAS = 12;
const LEAST_COUNTS = 6;
const LEAST_US = 40_000;
const GAP_US = 60_000;
/** What goes less far than this share of another lane's touch, while that lasts, is its crosstalk. */
const CROSSTALK_SHARE = 0.5;

/** Counts a touch when it is let go; of lanes that move together only the one that goes furthest. */
export class TouchDetector implements LaneDetector {
  private rest = 0;
  private least = Infinity;
  /** The touch that lasts, or the last one. */
  private last = { fromUs: -Infinity, toUs: -Infinity, furthest: 0 };
  private lasts = false;

  /** @param others of the bank, this one among them */
  constructor(private readonly others: () => readonly TouchDetector[]) {}

  learn(counts: readonly number[], rateHz: number): void {
    const { rest, noise } = restOfLane(counts, rateHz);
    this.rest = rest;
    this.least = Math.max(LEAST_SIGMAS * noise, LEAST_COUNTS);
  }

  get busy(): boolean {
    return this.lasts;
  }

  feed(tUs: number, count: number): boolean {
    const distance = Math.abs(count - this.rest);
    if (distance >= this.least) {
      if (!this.lasts) this.last = { fromUs: tUs, toUs: tUs, furthest: 0 };
      this.lasts = true;
      this.last.toUs = tUs;
      this.last.furthest = Math.max(this.last.furthest, distance);
      return false;
    }
    if (!this.lasts || tUs - this.last.toUs < GAP_US) return false;
    this.lasts = false;
    if (this.last.toUs - this.last.fromUs < LEAST_US) return false;
    return !this.others().some((o) => o !== this && o.caused(this.last));
  }

  /** Whether another lane's movement is the crosstalk of a touch here. */
  private caused({ fromUs, toUs, furthest }: { fromUs: number; toUs: number; furthest: number }): boolean {
    const together = this.last.fromUs <= toUs && this.last.toUs >= fromUs;
    return together && furthest < CROSSTALK_SHARE * this.last.furthest;
  }
}
