/**
 * Pressure units, each as kilopascals. Sources: psi from the international pound and inch and standard gravity
 * (NIST SP 811, 2008, B.8: 6.894757 kPa); cmH2O is the conventional centimetre of water (NIST SP 811: 98.0665 Pa).
 */
export const KPA_PER = { kPa: 1, psi: 6.894757, cmH2O: 0.0980665, mbar: 0.1 } as const;

export type PressureUnit = keyof typeof KPA_PER;

/** Converts a pressure between units. Exact to the constants above; NaN stays NaN. */
export const convertPressure = (value: number, from: PressureUnit, to: PressureUnit): number =>
  (value * KPA_PER[from]) / KPA_PER[to];
