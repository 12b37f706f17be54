import type { Lane } from '../../instrument/sensor';
import type { ToneLane } from './calibration';
import type { Period } from './periods';

/** What one tone's take comes to. */
export interface SoundedLane {
  lane: Lane;
  /** Id of the take; where it begins and ends, µs. */
  take: string;
  fromUs: number;
  toUs: number;
  closings: number[];
  /** Periods that were followed. */
  kept: Period[];
  /** Where it lay an octave off for a moment. */
  octaves: { fromUs: number; toUs: number }[];
  /** Null where low and high cannot be told. */
  record: ToneLane | null;
}
