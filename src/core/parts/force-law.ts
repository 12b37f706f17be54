/** Force of a mass at rest, N: 1 g is 9.80665 mN (standard gravity, CGPM 1901). */
export const newtonsOfGrams = (grams: number): number => grams * 9.80665e-3;

/**
 * A pad in a divider whose resistance falls as it is pressed: Rs = K · F^(−n) (maker's handbook 4.4). Its fixed resistor need not be known: `ratio`
 * is K over it, Rs over Rm at one newton.
 */
export interface ForceLaw {
  ratio: number;
  exponent: number;
}

/** Rs over Rm of a reading, from V/Vcc = Rm / (Rm + Rs). @param share of the supply across the fixed resistor, over 0 and under 1 */
export const resistanceRatio = (share: number): number => (1 - share) / share;

/** Share of the supply across the fixed resistor, 0 … 1. @param newtons 0 or more */
export const shareOfForce = ({ ratio, exponent }: ForceLaw, newtons: number): number =>
  newtons <= 0 ? 0 : 1 / (1 + ratio * newtons ** -exponent);

/** Inverse of {@link shareOfForce}, N: 0 at a share of 0 or less, ∞ from 1 on. */
export function forceOfShare({ ratio, exponent }: ForceLaw, share: number): number {
  if (share <= 0) return 0;
  return share >= 1 ? Infinity : (ratio / resistanceRatio(share)) ** (1 / exponent);
}
