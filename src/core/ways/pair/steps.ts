import type { GuideStep } from '../../guide/guide';

/** Strokes of each key by dynamics: no rest, since contacts have none to measure. */
export const PAIR_STEPS: GuideStep[] = [
  { role: 'soft', gestures: 3, seconds: null },
  { role: 'medium', gestures: 3, seconds: null },
  { role: 'loud', gestures: 3, seconds: null },
];
