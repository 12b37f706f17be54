import type { GuideStep } from '../../guide/guide';

/** Rest, then twenty soft ones (none missed in 20 leaves 14 % unknown), then enough of the others. */
export const LEVEL_STEPS: readonly GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 8 },
  { role: 'soft', gestures: 20, seconds: null },
  { role: 'medium', gestures: 8, seconds: null },
  { role: 'loud', gestures: 8, seconds: null },
  { role: 'full', gestures: 3, seconds: null },
];

/** Rest, then each lane at every dynamic, in any order; none missed of six soft ones leaves 39 % of a lane unknown. */
export const LEVEL_BANK_STEPS: readonly GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 5 },
  { role: 'soft', gestures: 6, seconds: null },
  { role: 'medium', gestures: 4, seconds: null },
  { role: 'loud', gestures: 4, seconds: null },
];
