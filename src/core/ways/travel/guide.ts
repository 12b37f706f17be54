import { LaneGuide } from '../../guide/lane-guide';
import type { GuidedRun, GuideStep } from '../../guide/guide';
import { StopDetector } from './detector';

/** A hands-free run of what stays where it is left. */
export const travelGuide = (steps: readonly GuideStep[], lanes: number, rateHz: number): GuidedRun =>
  new LaneGuide(
    steps,
    lanes,
    rateHz,
    Array.from({ length: lanes }, () => new StopDetector()),
  );
