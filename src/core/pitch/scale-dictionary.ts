/** Scales by name: semitones above the key, rising from 0. Names and notes as textbooks of harmony have them. */
export const SCALE_DICTIONARY: Readonly<Record<string, readonly number[]>> = {
  major: [0, 2, 4, 5, 7, 9, 11],
  'natural minor': [0, 2, 3, 5, 7, 8, 10],
  'harmonic minor': [0, 2, 3, 5, 7, 8, 11],
  'melodic minor': [0, 2, 3, 5, 7, 9, 11],
  dorian: [0, 2, 3, 5, 7, 9, 10],
  phrygian: [0, 1, 3, 5, 7, 8, 10],
  lydian: [0, 2, 4, 6, 7, 9, 11],
  mixolydian: [0, 2, 4, 5, 7, 9, 10],
  locrian: [0, 1, 3, 5, 6, 8, 10],
  'major pentatonic': [0, 2, 4, 7, 9],
  'minor pentatonic': [0, 3, 5, 7, 10],
  'major blues': [0, 2, 3, 4, 7, 9],
  'minor blues': [0, 3, 5, 6, 7, 10],
  'phrygian dominant': [0, 1, 4, 5, 7, 8, 10],
  'double harmonic major': [0, 1, 4, 5, 7, 8, 11],
  'hungarian minor': [0, 2, 3, 6, 7, 8, 11],
  'whole tone': [0, 2, 4, 6, 8, 10],
  diminished: [0, 2, 3, 5, 6, 8, 9, 11],
  hirajoshi: [0, 2, 3, 7, 8],
  'in-sen': [0, 1, 5, 7, 10],
  chromatic: [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11],
};

/** The name of a scale by its notes, or null where the dictionary has none. */
export const scaleNameOf = (notes: readonly number[]): string | null =>
  Object.entries(SCALE_DICTIONARY).find(([, own]) => own.join() === notes.join())?.[0] ?? null;
