/** Rounded to so many decimal digits, half up. */
export const round = (value: number, digits: number): number =>
  Math.round(value * 10 ** digits) / 10 ** digits;
