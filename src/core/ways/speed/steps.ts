import { LaneGuide } from '../../guide/lane-guide';
import type { GuidedRun, GuideStep } from '../../guide/guide';

/** From slow to fast, and let go: enough is so many pulses, and then quiet. */
export const SPEED_STEPS: GuideStep[] = [{ role: 'sweep', gestures: 24, seconds: null }];

/** Each closing counts; it stands once no pulse has come for so long, µs. */
const PULSES = { debounceUs: 4_000, tailUs: 2_500_000 };

/** A hands-free run of what is turned, and tells how fast. */
export const speedGuide = (steps: readonly GuideStep[], lanes: number, rateHz: number): GuidedRun =>
  new LaneGuide(steps, lanes, rateHz, null, PULSES);
