import type { LaneFrames } from '../../calibrate/lane-frames';
import type { TouchLane } from './calibration';
import type { Touch } from './touches';

/** A lane that was touched. */
export interface TouchedLane {
  frames: LaneFrames;
  touches: Touch[];
  /** From untouched to touched, counts. */
  delta: number;
  record: TouchLane;
  /** Furthest that it goes while another lane alone is touched, counts. */
  crosstalk: number;
}
