import type { Role } from '../signal/take';
import type { Change } from './change';

/** What could be done about a finding, and what it costs. */
export interface Cure {
  says: string;
  /** Price, in words: "about 8 s", "2 ms of lag". */
  cost: string;
  /** Take to play again. */
  redo?: Role;
  /** What to set in the calibration instead: thresholds (counts from rest, of the up side), a hold-off (ms). */
  set?: { on?: number; off?: number; holdOffMs?: number };
  /** Or changes to the instrument that can be tried on the same take before they are made. */
  tries?: Change[];
}

/** What a check says of one lane: whose lane it is, and what to do, is added for all alike. */
export type Said = Pick<Finding, 'code' | 'severity' | 'evidence' | 'says' | 'causes'>;

/** One fault, doubt or note about takes: its evidence, likely causes in order, and cures. */
export interface Finding {
  code: string;
  severity: 'note' | 'doubt' | 'fault';
  /** Id of the sensor. */
  sensor: string;
  /** Id of its lane, where it concerns one. */
  lane?: string;
  /** A stretch of a take, µs. */
  evidence?: { take: string; fromUs: number; toUs: number };
  says: string;
  causes: string[];
  cures: Cure[];
}
