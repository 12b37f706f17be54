import type { Instrument } from '../instrument/document';
import type { Tuning } from '../instrument/tunings';
import type { NoteVoice } from '../instrument/voices';
import { pitchOfKey, stepped } from '../pitch/tuning';

/** The tuning that a voice names; undefined for twelve even semitones. */
export const tuningOf = ({ tunings = [] }: Instrument, { tuning }: NoteVoice): Tuning | undefined =>
  tunings.find(({ id }) => id === tuning);

/**
 * The pitch of a key as a voice plays it, semitones: tuned, moved by its steps in the tuning, then by semitones.
 * @param key 0 … 127; what the tuning leaves silent sounds as even semitones have it
 */
export function voicePitch(instrument: Instrument, voice: NoteVoice, key: number): number {
  const tuning = tuningOf(instrument, voice);
  const own = Number.isInteger(key) ? (pitchOfKey(tuning, key) ?? key) : key;
  const moved = stepped(tuning, own, voice.steps ?? 0) + (voice.semitones ?? 0);
  return Math.min(127, Math.max(0, moved));
}
