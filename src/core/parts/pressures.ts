/** Pressures: 1 psi = 6.894757 kPa, 1 kPa = 10.19716 cmH2O = 10 mbar. */
export const KPA_PER = { kPa: 1, psi: 6.894757, cmH2O: 1 / 10.19716, mbar: 0.1 } as const;
