import { zoneOf } from '../instrument/access';
import type { Instrument } from '../instrument/document';
import type { AlongPitch, NoteVoice } from '../instrument/voices';
import { bendRangeOf } from '../instrument/zones';
import { notesBetween, type AnyTuning } from '../pitch/tuning';
import { tuningOf } from './tuned';

/** The degrees that a voice needs in the image, by what they are made of: equal ones stand once. */
export function degreesOf(instrument: Instrument, voice: NoteVoice): { key: string; notes: number[] } | null {
  if (voice.pitch.is !== 'along') return null;
  const notes = degreesFor(voice.pitch, tuningOf(instrument, voice));
  return notes.length === 0
    ? null
    : { key: `${bendRangeOf(zoneOf(instrument, voice))} ${notes.join()}`, notes };
}

/** The notes that a place can play and one beyond each end, semitones; none for twelve even semitones, which need no list. */
function degreesFor(pitch: AlongPitch, tuning: AnyTuning | undefined): number[] {
  if (pitch.school === 'free' || tuning === undefined) return [];
  const [low, high] =
    pitch.lowest === undefined ? [0, 127] : [pitch.lowest, pitch.lowest + 12 * pitch.octaves!];
  return notesBetween(tuning, low - REACH, high + REACH);
}
/** Steps in key reach past the ends of a place by an octave and a half. */
const REACH = 19;
