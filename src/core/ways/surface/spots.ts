import type { GuideStep } from '../../guide/guide';

/** A place on a surface, shares of its width and of its length. */
export type Spot = readonly [x: number, y: number];

/** Where a guided run has it touched, in order, and how that is called. */
export const GUIDED_SPOTS: readonly { at: Spot; says: string }[] = [
  { at: [0.1, 0.1], says: 'near its lower left corner' },
  { at: [0.9, 0.1], says: 'near its lower right corner' },
  { at: [0.5, 0.5], says: 'in its middle' },
  { at: [0.1, 0.9], says: 'near its upper left corner' },
  { at: [0.9, 0.9], says: 'near its upper right corner' },
];

/** Untouched; touched at its spots; slid along its edges, once round; then softly, and as hard as is comfortable. */
export const SURFACE_STEPS: readonly GuideStep[] = [
  { role: 'rest', gestures: null, seconds: 3 },
  { role: 'places', gestures: GUIDED_SPOTS.length, seconds: null },
  { role: 'slide', gestures: 1, seconds: null },
  { role: 'soft', gestures: 6, seconds: null },
  { role: 'loud', gestures: 6, seconds: null },
];
