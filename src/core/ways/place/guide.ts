import { LaneGuide } from '../../guide/lane-guide';
import type { GuidedRun, GuideStep } from '../../guide/guide';
import { TouchDetector } from '../touch/detector';
import { LEAST_PLACED_US } from './touches';

/** A hands-free run of what is touched somewhere: touches are counted, wherever they are. */
export const placeGuide = (steps: readonly GuideStep[], lanes: number, rateHz: number): GuidedRun =>
  new LaneGuide(
    steps,
    lanes,
    rateHz,
    Array.from({ length: lanes }, () => new TouchDetector(() => [], LEAST_PLACED_US)),
  );
