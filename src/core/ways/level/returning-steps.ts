import type { GuideStep } from '../../guide/guide';

/** A rest, then each axis to both ends and let go, in turn. */
export const RETURNING_STEPS: readonly GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 3 },
  { role: 'full', gestures: 6, seconds: null },
];
