import { notesBetween, spell, type AnyTuning } from './tuning';

/** Middle C, and the octave above it. */
const [LOW, HIGH] = [60, 72];
/** Bend range of a receiver that was told none, semitones. */
const RANGE = 2;

/** An octave of a tuning as messages, to be heard note by note: bend, note-on and note-off each. @param channel 0 … 15 */
export const tunedOctave = (
  tuning: AnyTuning,
  channel: number,
  velocity = 90,
): { on: number[][]; off: number[] }[] =>
  notesBetween(tuning, LOW, HIGH)
    .filter((pitch) => pitch >= LOW - 0.01 && pitch <= HIGH + 0.01)
    .map((pitch) => {
      const { note, bend } = spell(pitch, RANGE);
      return {
        on: [
          [0xe0 | channel, bend & 0x7f, bend >> 7],
          [0x90 | channel, note, velocity],
        ],
        off: [0x80 | channel, note, 64],
      };
    });
