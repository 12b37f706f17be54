import { restOfLane, type LaneDetector } from '../../guide/lane-guide';

/** A push goes this far from rest: σ, counts, and share of the furthest so far; it is over within half of that. */
const LEAST_SIGMAS = 16;
const LEAST_COUNTS = 24;
const SHARE = 0.3;

/** Counts pushes of what a spring brings back, to about where it was: the scatter of its returns is no push. */
export class PushDetector implements LaneDetector {
  private rest = 0;
  private least = Infinity;
  private furthest = 0;
  private pushed = false;

  learn(counts: readonly number[], rateHz: number): void {
    const { rest, noise } = restOfLane(counts, rateHz);
    this.rest = rest;
    this.least = Math.max(LEAST_SIGMAS * noise, LEAST_COUNTS);
  }

  get busy(): boolean {
    return this.pushed;
  }

  feed(_tUs: number, count: number): boolean {
    const distance = Math.abs(count - this.rest);
    const begins = Math.max(this.least, SHARE * this.furthest);
    if (distance >= begins) {
      this.pushed = true;
      this.furthest = Math.max(this.furthest, distance);
    } else if (this.pushed && distance < begins / 2) {
      this.pushed = false;
      return true;
    }
    return false;
  }
}
