/** Resistance of a force pad: Rs = K · F^(−n), with n near 1 (maker's handbook 4.4). K and the unloaded value are invented. */
const K_OHMS = 12_000;
const EXPONENT = 0.9;
const UNLOADED_OHMS = 4_000_000;

/** @param newtons force on the pad, N, 0 or more @returns Ω */
export const padOhms = (newtons: number): number =>
  newtons <= 0 ? UNLOADED_OHMS : Math.min(UNLOADED_OHMS, K_OHMS * newtons ** -EXPONENT);
