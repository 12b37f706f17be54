import { restOfLane, type LaneDetector } from '../../guide/lane-guide';

/** It moves while it goes further than this from where it was: σ, or counts. */
const MOVING_SIGMAS = 6;
const MOVING_COUNTS = 4;
/** It has stopped once it has not moved for so long, µs. */
const STOPPED_US = 300_000;
/** A stop is another one this far from the last: counts, or σ; and half of the furthest way so far. */
const APART_COUNTS = 24;
const APART_SIGMAS = 24;

/** Counts a stop at another place: of what is moved to its ends and left there. */
export class StopDetector implements LaneDetector {
  private noise = 1;
  private anchor = NaN;
  private movedUs = -Infinity;
  private stop = NaN;
  private furthest = 0;
  private nowUs = 0;

  learn(counts: readonly number[], rateHz: number): void {
    this.noise = restOfLane(counts, rateHz).noise;
  }

  get busy(): boolean {
    return this.nowUs - this.movedUs < STOPPED_US;
  }

  feed(tUs: number, count: number): boolean {
    this.nowUs = tUs;
    if (Number.isNaN(this.anchor)) this.anchor = this.stop = count;
    if (Math.abs(count - this.anchor) > Math.max(MOVING_COUNTS, MOVING_SIGMAS * this.noise)) {
      this.anchor = count;
      this.movedUs = tUs;
      return false;
    }
    const way = Math.abs(this.anchor - this.stop);
    const least = Math.max(APART_COUNTS, APART_SIGMAS * this.noise, this.furthest / 2);
    if (this.busy || way < least) return false;
    this.stop = this.anchor;
    this.furthest = Math.max(this.furthest, way);
    return true;
  }
}
