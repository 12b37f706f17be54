import type { Cure, Finding } from '../findings/finding';
import type { Heard, HeardLane } from './heard';

/** A finding on a lane before sensor and lane are put to it. */
export type Found = Omit<Finding, 'sensor' | 'lane'>;

/** Looks at a lane of a recording for one fault; null where it isn't there. */
export type Detector = (lane: HeardLane, heard: Heard, at: number) => Found | null;

/** A stretch of frames as evidence. */
export const evidence = ({ take, tUs }: Heard, from: number, to: number): Finding['evidence'] => ({
  take,
  fromUs: tUs[Math.min(tUs.length - 1, Math.max(0, from))],
  toUs: tUs[Math.min(tUs.length - 1, Math.max(0, to))],
});

/** The whole recording. */
export const wholeOf = (heard: Heard): Finding['evidence'] => evidence(heard, 0, heard.tUs.length - 1);

export const fullScale = ({ bits }: Heard): number => 2 ** bits - 1;

/** A cure that is done by hand. */
export const cure = (says: string, cost: string): Cure => ({ says, cost });
