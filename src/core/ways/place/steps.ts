import type { GuideStep } from '../../guide/guide';

/** Where a guided run has it touched, in order: shares of the playing length. */
export const GUIDED_PLACES = [0.1, 0.3, 0.5, 0.7, 0.9] as const;

/** Untouched; touched at marks; slid along; touched for a moment. */
export const PLACE_STEPS: readonly GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 3 },
  { role: 'places', gestures: GUIDED_PLACES.length, seconds: null },
  { role: 'slide', gestures: 2, seconds: null },
  { role: 'lift', gestures: 6, seconds: null },
];
