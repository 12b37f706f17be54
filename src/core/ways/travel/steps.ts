import type { GuideStep } from '../../guide/guide';

/** Left alone where it stands; then moved to both ends. */
export const TRAVEL_STEPS: GuideStep[] = [
  { role: 'still', gestures: null, seconds: 4 },
  { role: 'sweep', gestures: 2, seconds: null },
];
