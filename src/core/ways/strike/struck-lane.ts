import type { LaneFrames } from '../../calibrate/lane-frames';
import type { StrikeLane } from './calibration';
import type { Strike } from './strikes';

/** A lane that was struck. */
export interface StruckLane {
  frames: LaneFrames;
  strikes: Strike[];
  record: StrikeLane;
  /** Furthest that it goes while another lane is struck and it is not, as a share of that one's peak; 0 where it stays in its noise. */
  shock: number;
  /** Strikes of others that this was measured over. */
  shocks: number;
}
