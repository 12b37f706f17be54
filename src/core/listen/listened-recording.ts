import type { GestureFamily } from '../kinds/kind';
import type { Hum } from '../signal/hum';
import type { Clipping } from '../signal/rails';
import type { Role } from '../signal/take';
import type { Timing } from '../signal/timing';
import type { Plateau } from './plateau';

/** What a recording is listened to as: one lane of a sensor, and the column that holds it. */
export interface AskedLane {
  /** Id of its sensor, as findings name it. */
  sensor: string;
  /** Id of the lane. */
  lane: string;
  column: string;
  /** Whether a kind's reading springs back to a middle (stick, wheel, lever), or stays where it is left (pot). */
  returns?: boolean;
  stays?: boolean;
  /** Its family of gestures, where it is known. */
  family?: GestureFamily;
}

/** A stretch in which a lane was asked to move, µs. */
export interface Asked {
  lane: string;
  fromUs: number;
  toUs: number;
}

/** A stretch of the recording in which something nearby was switched on (lights, a radio), µs. */
export interface SwitchedOn {
  fromUs: number;
  toUs: number;
}

/** One lane with what was found out about it before the detectors look. */
export interface ListenedLane extends AskedLane {
  /** Counts, one a frame. */
  counts: Uint16Array;
  plateau: Plateau;
  /** p99.9 − p0.1 of all counts. */
  excursion: number;
  /** The third least and the third greatest count. */
  low: number;
  high: number;
  /** Whether it left its rest in a way that noise does not. */
  moves: boolean;
  hum: Hum[];
  clipping: Clipping[];
}

/** A whole recording. */
export interface ListenedRecording {
  bits: number;
  tUs: Float64Array;
  rateHz: number;
  timing: Timing | null;
  lanes: ListenedLane[];
  /** Response of lane j, as a share of its span, while only lane i is played: crosstalk[i][j]; null where that cannot be told. */
  crosstalk: (number | null)[][];
  /** What it was played for, where that is known. */
  role?: Role;
  asked: readonly Asked[];
  switchedOn: readonly SwitchedOn[];
  /** Id by which findings name the recording. */
  take: string;
}
