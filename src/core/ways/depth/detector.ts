import type { LaneDetector } from '../../guide/lane-guide';
import { restOfLane } from '../../guide/lane-guide';

/** A key that is pressed goes so far from rest: σ, counts, and times what rest did. */
const LEAST_SIGMAS = 12;
const LEAST_COUNTS = 8;
const OF_EXCURSION = 1.5;
/** Once it is known how far it goes: it is down from this share of that on, and up again short of the other. */
const DOWN = 0.15;
const UP = 0.08;
/** And before: from the least on, and short of this share of it. */
const HYSTERESIS = 0.8;
/** A key whose neighbour went so many times as far was not pressed: it feels the other’s magnet. */
const CROSSTALK = 5;

/** Counts a stroke of a key when it has come up again. */
export class KeyDetector implements LaneDetector {
  private rest = 0;
  private least = Infinity;
  private stroke = { fromUs: -Infinity, toUs: -Infinity, furthest: 0 };
  private down = false;
  /** The furthest that it went, counts. */
  private most = 0;

  /** @param others of the bank, this one among them */
  constructor(private readonly others: () => readonly KeyDetector[]) {}

  learn(counts: readonly number[], rateHz: number): void {
    const { rest, noise } = restOfLane(counts, rateHz);
    this.rest = rest;
    const excursion = counts.reduce((most, c) => Math.max(most, Math.abs(c - rest)), 0);
    this.least = Math.max(LEAST_SIGMAS * noise, LEAST_COUNTS, OF_EXCURSION * excursion);
  }

  get busy(): boolean {
    return this.down;
  }

  feed(tUs: number, count: number): boolean {
    const distance = Math.abs(count - this.rest);
    if (!this.down) {
      if (distance < Math.max(this.least, DOWN * this.most)) return false;
      this.down = true;
      this.stroke = { fromUs: tUs, toUs: tUs, furthest: distance };
      return false;
    }
    const { stroke } = this;
    stroke.furthest = Math.max(stroke.furthest, distance);
    stroke.toUs = tUs;
    if (distance >= Math.max(HYSTERESIS * this.least, UP * this.most)) return false;
    this.down = false;
    if (this.others().some((other) => other.outdoes(stroke))) return false;
    this.most = Math.max(this.most, stroke.furthest);
    return true;
  }

  private outdoes({ fromUs, toUs, furthest }: KeyDetector['stroke']): boolean {
    return (
      this.stroke.furthest > CROSSTALK * furthest && this.stroke.fromUs <= toUs && this.stroke.toUs >= fromUs
    );
  }
}
