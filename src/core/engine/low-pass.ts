/** Steps of the tables between no time at all and the longest that is told apart. */
const STEPS = 128;
/** 2π · (a 64th of a Hz) · 4 µs · 65536: turns of a circle, in radians, from one entry of the tables to the next. */
const RADIANS = (2 * Math.PI * 4e-6 * 65536) / 64;

/** Weights of a new sample, Q16, by how far a cut-off's circle turns in a frame: u = 2π · cut-off · time. In C: firmware/cheironom_tables.h. */
const weights = (of: (u: number) => number): readonly number[] =>
  Array.from({ length: STEPS + 1 }, (_, i) => Math.min(65535, Math.round(65536 * of(RADIANS * i))));

/** Of the exponential filter: 1 − e^−u (maker's handbook 5). */
export const EXPONENTIAL_WEIGHTS = weights((u) => 1 - Math.exp(-u));
/** Of the 1 € filter: 1 / (1 + 1/u) (Casiez, Roussel & Vogel, CHI 2012, section "The 1€ filter"). */
export const ONE_EURO_WEIGHTS = weights((u) => u / (1 + u));

/** Units of a cut-off, a Hz. */
export const CUTOFF_UNITS = 64;

/**
 * The weight of a new sample, straight between the points of a table: at most 1.3 % off where it is small, and no more than its last entry.
 * @param cutoff 1/64 Hz, 0 … 65535 @param step since the frame before, 4 µs, 0 … 16383
 */
export function weightAt(table: readonly number[], cutoff: number, step: number): number {
  const turned = cutoff * step;
  const index = turned >>> 16;
  if (index >= STEPS) return table[STEPS];
  const below = table[index];
  return below + (((table[index + 1] - below) * ((turned >>> 8) & 0xff)) >> 8);
}

/** What is smoothed where nothing was smoothed yet. */
export const UNFILTERED = 0xffffffff;

/** A count as 16 bits, whatever its board's converter has. */
export const wordOf = (count: number, shift: number): number => (count << shift) & 0xffff;

/** What is smoothed, 16 bits and as many of a fraction, on its way towards a word. @param weight Q16 */
export function approached(held: number, word: number, weight: number): number {
  const whole = held >>> 16;
  return word >= whole ? held + (word - whole) * weight : held - (whole - word) * weight;
}

/** What is smoothed as a count again, rounded half up. */
export const countOf = (held: number, shift: number): number =>
  ((held >>> 16) + ((1 << shift) >> 1)) >> shift;
