/** What a board's part of an instrument is on an 8-bit chip of 16 MHz, 32 KB of program memory and 2 KB of memory. */
export interface ChipProof {
  board: string;
  flashBytes: number;
  memoryBytes: number;
  /** Null where it does not fit on the chip: only its sizes are known, by a larger one of the family. */
  played: {
    /** Frames of the take that were played: its beginning. */
    frames: number;
    /** Cycles of a scan: on average, and the slowest, start-up included; and that one in ms. */
    meanCycles: number;
    slowestCycles: number;
    slowestMs: number;
    /** Whether it sent the same bytes as the bench. */
    identical: boolean;
  } | null;
}

/** Why there is none: no compiler for the chip, or one that failed. */
export interface NoChip {
  because: string;
}
