import type { Cure, Finding } from '../findings/finding';
import type { ListenedRecording, ListenedLane } from './listened-recording';

/** A finding on a lane before sensor and lane are put to it. */
export type Found = Omit<Finding, 'sensor' | 'lane'>;

/** Looks at a lane of a recording for one fault; null where it isn't there. */
export type Detector = (lane: ListenedLane, listened: ListenedRecording, at: number) => Found | null;

/** A stretch of frames as evidence. */
export const evidence = (
  { take, tUs }: ListenedRecording,
  from: number,
  to: number,
): Finding['evidence'] => ({
  take,
  fromUs: tUs[Math.min(tUs.length - 1, Math.max(0, from))],
  toUs: tUs[Math.min(tUs.length - 1, Math.max(0, to))],
});

/** The whole recording. */
export const wholeOf = (listened: ListenedRecording): Finding['evidence'] =>
  evidence(listened, 0, listened.tUs.length - 1);

export const fullScale = ({ bits }: ListenedRecording): number => 2 ** bits - 1;

/** A cure that is done by hand. */
export const cure = (says: string, cost: string): Cure => ({ says, cost });
