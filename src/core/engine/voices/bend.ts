import { BEND_CENTRE, BEND_END } from '../../midi/bend';

/** Units of pitch a semitone. */
export const SEMITONE = 512;

/** Steps of bend a unit of pitch, Q16. @param range of the receiver, semitones, 1 … 96 */
export const bendScale = (range: number): number => Math.round((BEND_CENTRE * 65536) / (SEMITONE * range));

/**
 * The bend of a difference of pitch, 0 … 16383, at most 0.81 of a step off in any range; past the range its end.
 * @param scale of {@link bendScale} @param range units of pitch @param difference units of pitch, either way
 */
export function bendOf(scale: number, range: number, difference: number): number {
  const distance = Math.min(Math.abs(difference), range);
  const steps = Math.floor((distance * scale + 32768) / 65536);
  const bend = difference < 0 ? BEND_CENTRE - steps : BEND_CENTRE + steps;
  return bend > BEND_END ? BEND_END : bend < 0 ? 0 : bend;
}
