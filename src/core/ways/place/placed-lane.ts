import type { LaneFrames } from '../../calibrate/lane-frames';
import type { PlaceLane } from './calibration';
import type { PlacedTouch } from './touches';

/** What the sheet of a part says: what it would read at a place, its length and its span. */
export interface PlaceModel {
  /** Share of full scale at a place, 0 … 1. */
  reads(place: number): number;
  mm: number;
  octaves: number;
}

/** One lane with its touches. */
export interface PlacedLane {
  frames: LaneFrames;
  record: PlaceLane;
  touches: PlacedTouch[];
  /** Error of each inner mark, from the others, share of the length. */
  residuals: number[];
  lifts: PlacedTouch[];
}
