import type { GuideStep } from '../../guide/guide';

/** Held still on each of its six sides; then tilted each way as it is played. */
export const AXES_STEPS: GuideStep[] = [
  { role: 'sides', gestures: 6, seconds: null },
  { role: 'sweep', gestures: 4, seconds: null },
];
