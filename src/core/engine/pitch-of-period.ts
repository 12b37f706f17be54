import { highestBit } from './reciprocal';

/** 1/512 semitone: an octave is so many. */
export const OCTAVE = 6144;
/** Steps of the table between a word with its highest bit set and twice that. */
const STEPS = 32;
/** Pitch of a period of 32768 µs: 69 + 12 · log2(10^6 / (440 · 32768)) semitones (A4 = 440 Hz, ISO 16). */
const LOWEST = Math.round(512 * (69 + 12 * Math.log2(1e6 / (440 * 32768))));

/** log2(1 + i / 32) octaves, in 1/512 semitone. In C: firmware/cheironom_tables.h, made from them. */
export const LOGARITHMS: readonly number[] = Array.from({ length: STEPS + 1 }, (_, i) =>
  Math.round(OCTAVE * Math.log2(1 + i / STEPS)),
);
/** The same in C, beside the table. */
export const PITCH_AT_32768_US = LOWEST;

/**
 * The pitch of a period, in 1/512 semitone (0.195 cent): without a division, by a table of logarithms, straight between its points; at most 0.6 cent off.
 * @param us 90 … 65535
 */
export function pitchOfPeriod(us: number): number {
  const own = highestBit(us);
  const m = (us << own) & 0xffff;
  const index = (m >> 10) & 31;
  const below = LOGARITHMS[index];
  const log = below + (((LOGARITHMS[index + 1] - below) * ((m >> 2) & 255)) >> 8);
  return LOWEST + own * OCTAVE - log;
}
