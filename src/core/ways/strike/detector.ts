import type { LaneDetector } from '../../guide/lane-guide';
import { restOfLane } from '../../guide/lane-guide';

/** A strike goes this far from rest: σ, counts; its peak is found within so long, and it rings for so long, µs. */
const LEAST_SIGMAS = 8;
const LEAST_COUNTS = 6;
const RINGING_US = 150_000;

/** Counts a strike when it has rung out; of lanes that are shaken together only the one that goes furthest. */
export class StrikeDetector implements LaneDetector {
  private rest = 0;
  private least = Infinity;
  /** The strike that rings, or the last one. */
  private last = { fromUs: -Infinity, peak: 0 };
  private rings = false;

  /** @param others of the bank, this one among them */
  constructor(private readonly others: () => readonly StrikeDetector[]) {}

  learn(counts: readonly number[], rateHz: number): void {
    const { rest, noise } = restOfLane(counts, rateHz);
    this.rest = rest;
    const excursion = counts.reduce((most, c) => Math.max(most, Math.abs(c - rest)), 0);
    this.least = Math.max(LEAST_SIGMAS * noise, LEAST_COUNTS, 1.5 * excursion);
  }

  get busy(): boolean {
    return this.rings;
  }

  feed(tUs: number, count: number): boolean {
    const distance = Math.abs(count - this.rest);
    if (!this.rings) {
      if (distance < this.least) return false;
      this.rings = true;
      this.last = { fromUs: tUs, peak: distance };
      return false;
    }
    this.last.peak = Math.max(this.last.peak, distance);
    if (tUs - this.last.fromUs < RINGING_US) return false;
    this.rings = false;
    return !this.others().some((o) => o !== this && o.shook(this.last));
  }

  /** Whether it was struck harder at that time, and so shook what went less far. */
  private shook({ fromUs, peak }: { fromUs: number; peak: number }): boolean {
    return SHOCK_SHARE * this.last.peak > peak && Math.abs(this.last.fromUs - fromUs) < TOGETHER_US;
  }
}

/** What lies under this share of another lane's strike, within this time of it, is its shock. */
const SHOCK_SHARE = 0.5;
const TOGETHER_US = 30_000;
