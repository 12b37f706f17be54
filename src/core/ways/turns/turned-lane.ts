import type { Lane } from '../../instrument/sensor';
import type { Phase, TurnsLane } from './calibration';
import type { Quarter } from './quarters';

/** What one encoder's take comes to. */
export interface TurnedLane {
  lane: Lane;
  /** Id of the take; and where it begins, µs. */
  take: string;
  fromUs: number;
  began: Phase;
  quarters: Quarter[];
  /** Contacts that never changed. */
  silent: string[];
  /** Share of the time for which it rested, in each phase that it rested in. */
  rested: { phase: Phase; share: number }[];
  /** Null where it cannot be told. */
  record: TurnsLane | null;
  /** Furthest to the right, and how much of that it was turned back, steps. */
  right: number;
  back: number;
}
