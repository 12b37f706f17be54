/** What known weights or pressures say of a lane. */
export interface KnownReadings {
  unit: 'N' | 'kPa';
  /** Each as it was applied: what it is and what its count reads as, in the unit. */
  loads: { is: number; reads: number; count: number; from: 'less' | 'more' }[];
  /** Root mean square of what they read too much or too little: share of their force, or kPa. */
  residual: number;
  /** The most that one reads otherwise on the way down, share of the way; null where none came both ways. */
  hysteresis: number | null;
  /** Share of its way that it creeps while a load lies there. */
  creep: number;
  /** What reach is, in the unit. */
  atReach: number;
}
