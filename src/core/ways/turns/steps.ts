import { LaneGuide } from '../../guide/lane-guide';
import type { GuidedRun, GuideStep } from '../../guide/guide';

/** One turn to the right, one back: enough is so many closings, and then quiet. */
export const TURNS_STEPS: GuideStep[] = [{ role: 'sweep', gestures: 40, seconds: null }];

/** Each closing of either contact counts; it is over once nothing has turned for so long, µs. */
const CLOSINGS = { debounceUs: 1_000, tailUs: 1_500_000 };

/** A hands-free run of what is turned step by step. */
export const turnsGuide = (steps: readonly GuideStep[], lanes: number, rateHz: number): GuidedRun =>
  new LaneGuide(steps, lanes, rateHz, null, CLOSINGS);
