import type { GuideStep } from '../../guide/guide';

/** Rest, one slow pass, then strokes of each key by dynamics. */
export const DEPTH_STEPS: GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 3 },
  { role: 'slow', gestures: 1, seconds: null },
  { role: 'soft', gestures: 3, seconds: null },
  { role: 'medium', gestures: 3, seconds: null },
  { role: 'loud', gestures: 3, seconds: null },
];
