import { detect, detectorSettings, startDetector, type Detector } from '../../calibrate/gesture-detector';
import type { LaneDetector } from '../../guide/lane-guide';
import { restStatistics } from '../../signal/rest';

/** Counts the gestures of one lane of several, as calibration finds them. */
export class LevelDetector implements LaneDetector {
  private detector: Detector | null = null;

  learn(counts: readonly number[], rateHz: number): void {
    const { rest, noise, lag1 } = restStatistics(counts, rateHz);
    this.detector = startDetector(detectorSettings(rest, noise, rateHz, lag1));
  }

  get busy(): boolean {
    return this.detector !== null && this.detector.open !== null;
  }

  feed(tUs: number, count: number): boolean {
    return this.detector !== null && detect(this.detector, tUs, count) !== null;
  }
}
