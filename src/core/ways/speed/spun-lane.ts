import type { Lane } from '../../instrument/sensor';
import type { SpeedLane } from './calibration';
import type { Evenness } from './evenness';
import type { Period } from './pulses';

/** What one wheel's take comes to. */
export interface SpunLane {
  lane: Lane;
  /** Id of the take; and where it begins, µs. */
  take: string;
  fromUs: number;
  closings: number[];
  periods: Period[];
  evenness: Evenness;
  /** Null where slow and fast cannot be told. */
  record: SpeedLane | null;
}
