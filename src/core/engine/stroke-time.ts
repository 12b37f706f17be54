/** A stroke's time is kept in units of 4 µs, from here on, 0.36 ms: what is faster counts as this. */
export const TIME_UNIT_US = 4;
export const LEAST_TIME = 90;
/** And up to here, 262 ms: what is slower counts as this. */
export const MOST_TIME = 65_535;
