/**
 * Rice's formula: expected upward crossings a second of a level u·σ by Gaussian noise, ν0·exp(−u²/2)
 * (Rice, Bell Syst. Tech. J. 23–24, 1944/45).
 * @param zeroCrossingsHz ν0 = σ(ẋ)/(2πσ(x)), upward crossings of the mean a second
 */
export const riceRate = (zeroCrossingsHz: number, u: number): number =>
  zeroCrossingsHz * Math.exp((-u * u) / 2);

/** ν0 of noise through an ideal low-pass filter: fc/√3 (same source). @param cutoffHz fc */
export const lowPassZeroCrossings = (cutoffHz: number): number => cutoffHz / Math.sqrt(3);

/**
 * ν0 of sampled noise from the correlation of neighbours: a Gaussian process crosses its mean upward
 * fs·arccos(ρ)/(2π) times a second (Rice, same source; the discrete form after Kedem, 1994).
 */
export const sampledZeroCrossings = (rateHz: number, lag1: number): number =>
  (rateHz * Math.acos(lag1)) / (2 * Math.PI);
