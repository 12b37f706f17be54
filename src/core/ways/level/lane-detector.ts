import {
  detect,
  detectorSettings,
  startDetector,
  type Detector,
  type Gesture,
} from '../../calibrate/gesture-detector';
import type { LaneDetector } from '../../guide/lane-guide';
import { restStatistics } from '../../signal/rest';
import { isBleed, type Movement } from './bleed';

/** Counts the gestures of one lane of several, as calibration finds them: what another lane moved it by is none. */
export class LevelDetector implements LaneDetector {
  private detector: Detector | null = null;
  private last: Movement | null = null;

  /** @param others of the bank, this one among them */
  constructor(private readonly others: () => readonly LevelDetector[]) {}

  learn(counts: readonly number[], rateHz: number): void {
    const { rest, noise, lag1 } = restStatistics(counts, rateHz);
    this.detector = startDetector(detectorSettings(rest, noise, rateHz, lag1));
  }

  get busy(): boolean {
    return this.detector !== null && this.detector.open !== null;
  }

  feed(tUs: number, count: number): boolean {
    const gesture = this.detector && detect(this.detector, tUs, count);
    if (!gesture) return false;
    const own = (this.last = this.movementOf(gesture));
    return !this.others().some((other) => other !== this && other.moved(tUs).some((m) => isBleed(own, m)));
  }

  /** What it did last, and what it does now. */
  private moved(tUs: number): Movement[] {
    const open = this.detector?.open;
    return [...(this.last ? [this.last] : []), ...(open ? [{ ...this.movementOf(open), toUs: tUs }] : [])];
  }

  private movementOf(gesture: Gesture): Movement {
    return { ...gesture, distance: Math.abs(gesture.peak - this.detector!.rest) };
  }
}
