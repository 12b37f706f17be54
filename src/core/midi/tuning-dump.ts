/** A bulk tuning dump has so many keys. */
const KEYS = 128;
/** Three bytes of 0x7f: no change (MIDI Tuning Standard, "Frequency data format"). */
const NO_CHANGE = [0x7f, 0x7f, 0x7f] as const;
/** Units of the fraction of a semitone: 14 bits. */
const UNITS = 16384;

/**
 * A bulk tuning dump of the MIDI Tuning Standard (MIDI 1.0 Detailed Specification, "MIDI Tuning", CA-020/RP-020, Non-Real Time, sub-IDs 08 01):
 * F0 7E device 08 01 program name(16) then three bytes a key, and a check byte: the exclusive or of what stands before it, from 7E on.
 * @param pitches of the 128 keys, semitones; null for a key that stays as it is @param name ASCII; cut at 16 signs
 */
export function tuningDump(pitches: readonly (number | null)[], name: string, program = 0): number[] {
  if (pitches.length !== KEYS)
    throw new RangeError(`tuningDump: ${KEYS} pitches are required, got ${pitches.length}`);
  const text = Array.from({ length: 16 }, (_, i) => {
    const code = name.charCodeAt(i);
    return code >= 32 && code < 127 ? code : 32;
  });
  const body = [0x7e, 0x7f, 0x08, 0x01, program, ...text, ...pitches.flatMap(frequencyBytes)];
  return [0xf0, ...body, body.reduce((check, byte) => check ^ byte, 0) & 0x7f, 0xf7];
}

/** Semitone below, then the fraction above it in 14 bits, high byte first; rounded, and kept below "no change". */
export function frequencyBytes(pitch: number | null): readonly number[] {
  if (pitch === null) return NO_CHANGE;
  const units = Math.min(KEYS * UNITS - 2, Math.max(0, Math.round(pitch * UNITS)));
  const fraction = units % UNITS;
  return [Math.floor(units / UNITS), fraction >> 7, fraction & 0x7f];
}
