import { LaneGuide } from '../../guide/lane-guide';
import type { GuidedRun, GuideStep } from '../../guide/guide';
import { PushDetector } from './push-detector';

/** A hands-free run of what a spring brings back: pushes are counted an axis. */
export const returningGuide = (steps: readonly GuideStep[], lanes: number, rateHz: number): GuidedRun =>
  new LaneGuide(
    steps,
    lanes,
    rateHz,
    Array.from({ length: lanes }, () => new PushDetector()),
  );
