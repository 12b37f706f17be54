/** One thing wrong with untrusted input: where it stands, and what was required against what was got. */
export interface Fault {
  /** Dotted path (`sensors.0.calibration.on`), or `line 12` in a text file; empty for the whole. */
  path: string;
  says: string;
}

/** The outcome of reading untrusted input. Nothing is half-read: either the value or every fault found. */
export type Result<T> = { ok: true; value: T } | { ok: false; faults: Fault[] };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });
export const refuse = (...faults: Fault[]): Result<never> => ({ ok: false, faults });
