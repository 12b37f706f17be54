import type { LaneDetector } from '../../guide/lane-guide';
import { restOfLane } from '../../guide/lane-guide';
import { quantile } from '../../signal/quantile';
import { LEAST_US, leastMoved, TOUCH_SHARE, TouchStretches } from './stretches';

/** A touch as it is felt: when, and how far from rest in each frame of it that was beyond the least, counts. */
interface FeltTouch {
  fromUs: number;
  toUs: number;
  distances: number[];
}

const levelOf = ({ distances }: FeltTouch): number => (distances.length > 0 ? quantile(distances, 0.5) : 0);

/** Counts a touch when it is let go; of lanes that move together only the one that goes furthest. */
export class TouchDetector implements LaneDetector {
  private rest = 0;
  private least = Infinity;
  private stretches: TouchStretches;
  /** The touch that lasts, or the last one. */
  private last: FeltTouch = { fromUs: -Infinity, toUs: -Infinity, distances: [] };
  /** Of the touches that were counted, counts. */
  private furthest = 0;

  /** @param others of the bank, this one among them; none where lanes go as far as they are touched, as ribbons do @param leastUs what is shorter is no touch */
  constructor(
    private readonly others: () => readonly TouchDetector[],
    private readonly leastUs = LEAST_US,
  ) {
    this.stretches = new TouchStretches(leastUs);
  }

  learn(counts: readonly number[], rateHz: number): void {
    const { rest, noise } = restOfLane(counts, rateHz);
    this.rest = rest;
    this.least = leastMoved(noise);
    this.stretches = new TouchStretches(this.leastUs);
    this.furthest = 0;
  }

  get busy(): boolean {
    return this.stretches.current !== null;
  }

  feed(tUs: number, count: number): boolean {
    const distance = Math.abs(count - this.rest);
    const ended = this.stretches.add(tUs, distance >= this.least) !== null;
    const counts = ended && !this.others().some((other) => other.outdoes(this.last));
    if (counts) this.furthest = Math.max(this.furthest, levelOf(this.last));
    const { current } = this.stretches;
    if (!current) return counts;
    if (current.fromUs !== this.last.fromUs) this.last = { ...current, distances: [] };
    this.last.toUs = current.toUs;
    if (distance >= this.least) this.last.distances.push(distance);
    return counts;
  }

  /** Whether this lane was touched so much further, in a touch before or in another lane's at the same time, that the other is none. */
  private outdoes(other: FeltTouch): boolean {
    if (other === this.last) return levelOf(other) < TOUCH_SHARE * this.furthest;
    const together = this.last.fromUs <= other.toUs && this.last.toUs >= other.fromUs;
    return together && levelOf(other) < TOUCH_SHARE * levelOf(this.last);
  }
}
