import type { GuidedRun, GuideStep, GuideView } from '../../guide/guide';
import { LaneGuide } from '../../guide/lane-guide';
import { LEAST_PLACED_US } from '../place/touches';
import { TouchDetector } from '../touch/detector';

/** Place of the press among the lanes: x, y, press. */
const PRESS = 2;

/** A hands-free run of a surface: its press alone tells when it is touched. */
export function surfaceGuide(steps: readonly GuideStep[], rateHz: number): GuidedRun {
  const run = new LaneGuide(steps, 1, rateHz, [new TouchDetector(() => [], LEAST_PLACED_US)]);
  return {
    feed: (tUs, counts) => run.feed(tUs, [counts[PRESS]]),
    edge: () => [],
    view: (): GuideView => ({ ...run.view(), lanes: null }),
  };
}
