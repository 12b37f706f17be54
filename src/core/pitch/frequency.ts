/** Frequency of A4, which is note 69, Hz (ISO 16). */
const A4_HZ = 440;
const A4 = 69;

/** Frequency of a pitch, Hz. @param semitones note numbers; fractions are cents */
export const hzOf = (semitones: number): number => A4_HZ * 2 ** ((semitones - A4) / 12);

/** The pitch of a frequency, semitones: the reverse of {@link hzOf}. @param hz above 0 */
export const semitonesOf = (hz: number): number => A4 + 12 * Math.log2(hz / A4_HZ);
