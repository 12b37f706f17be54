import { USUAL_BEND_RANGE } from '../midi/bend';
import { DEFAULT_RELEASE, STATUS } from '../midi/messages';
import { notesBetween, spell, type AnyTuning } from './tuning';

/** Middle C, and the octave above it. */
const [LOW, HIGH] = [60, 72];
/** An octave of a tuning as messages, to be heard note by note: bend, note-on and note-off each. @param channel 0 … 15 */
export const tunedOctave = (
  tuning: AnyTuning,
  channel: number,
  velocity = 90,
): { on: number[][]; off: number[] }[] =>
  notesBetween(tuning, LOW, HIGH)
    .filter((pitch) => pitch >= LOW - 0.01 && pitch <= HIGH + 0.01)
    .map((pitch) => {
      const { note, bend } = spell(pitch, USUAL_BEND_RANGE);
      return {
        on: [
          [STATUS.pitchBend | channel, bend & 0x7f, bend >> 7],
          [STATUS.noteOn | channel, note, velocity],
        ],
        off: [STATUS.noteOff | channel, note, DEFAULT_RELEASE],
      };
    });
