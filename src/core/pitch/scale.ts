import { SCALE_DICTIONARY } from './scale-dictionary';

/** A scale: semitones above its first note within an octave, rising from 0. */
export interface Scale {
  name: string;
  steps: readonly number[];
}

/** The scales that a bank begins with. Of those of the dictionary. */
export const SCALES = {
  major: { name: 'major', steps: SCALE_DICTIONARY.major },
  minor: { name: 'minor', steps: SCALE_DICTIONARY['natural minor'] },
  pentatonic: { name: 'pentatonic', steps: SCALE_DICTIONARY['major pentatonic'] },
  chromatic: { name: 'chromatic', steps: SCALE_DICTIONARY.chromatic },
} as const satisfies Record<string, Scale>;

export type ScaleId = keyof typeof SCALES;

/** Highest note number (MIDI 1.0 Detailed Specification, Channel Voice Messages). */
export const TOP_NOTE = 127;

/**
 * The first n notes of a scale, rising from its lowest; each 0 … 127. Where they would go past 127 they begin as many octaves
 * lower as they need; where the scale has too few notes, and no octave lower is left, the last ones stay at 127.
 * @param lowest note number, 0 … 127
 */
export function scaleNotes(scale: ScaleId, lowest: number, n: number): number[] {
  const highest = n > 0 ? above(scale, n - 1) : 0;
  const octaves = Math.max(0, Math.ceil((lowest + highest - TOP_NOTE) / 12));
  const first = Math.max(lowest % 12, lowest - 12 * octaves);
  return Array.from({ length: n }, (_, i) => Math.min(TOP_NOTE, first + above(scale, i)));
}

/** Semitones of a scale's note above its first. */
function above(scale: ScaleId, i: number): number {
  const { steps } = SCALES[scale];
  return 12 * Math.floor(i / steps.length) + steps[i % steps.length];
}

/** The scale that rising notes follow from their first on; the first that does, in the order of SCALES, or null. */
export const scaleOf = (notes: readonly number[]): ScaleId | null =>
  (Object.keys(SCALES) as ScaleId[]).find((id) =>
    notes.every((note, i) => note === notes[0] + above(id, i)),
  ) ?? null;

/** So many notes after some: on in the scale that they follow, or a semitone at a time; those past 127 stay there. */
export function notesAfter(notes: readonly number[], n: number): number[] {
  const scale = scaleOf(notes);
  const next = (i: number) =>
    scale && notes.length > 0
      ? notes[0] + above(scale, notes.length + i)
      : (notes.at(-1) ?? BEFORE_MIDDLE_C) + 1 + i;
  return Array.from({ length: n }, (_, i) => Math.min(TOP_NOTE, next(i)));
}

const BEFORE_MIDDLE_C = 59;
