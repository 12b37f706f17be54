import { describe, expect, it } from 'vitest';
import { SCALES, notesAfter, scaleNotes, scaleOf, type ScaleId } from './scale';

describe('a scale from its lowest note', () => {
  it('C major, A minor and C pentatonic are as on a keyboard', () => {
    // White keys from middle C (60) to the C above, and from the A below: any keyboard.
    expect(scaleNotes('major', 60, 8)).toEqual([60, 62, 64, 65, 67, 69, 71, 72]);
    expect(scaleNotes('minor', 57, 8)).toEqual([57, 59, 60, 62, 64, 65, 67, 69]);
    expect(scaleNotes('pentatonic', 60, 6)).toEqual([60, 62, 64, 67, 69, 72]);
  });
  it('one of 88 chromatic notes from A0 is the keyboard of a piano; 128 from 60 begin at 0', () => {
    expect(scaleNotes('chromatic', 21, 88).at(-1)).toBe(108);
    expect(scaleNotes('chromatic', 60, 128)).toEqual(Array.from({ length: 128 }, (_, i) => i));
  });
  it('no note lies past 127, and each lane but the last ones of a scale that is too long has its own', () => {
    for (const id of Object.keys(SCALES) as ScaleId[])
      for (const lowest of [0, 60, 127])
        for (const n of [0, 1, 24, 75, 128]) {
          const notes = scaleNotes(id, lowest, n);
          expect(notes).toHaveLength(n);
          expect(notes.every((note, i) => note >= 0 && note <= 127 && note >= (notes[i - 1] ?? 0))).toBe(
            true,
          );
        }
  });
  it('what is added goes on in the scale that is there, or a semitone at a time', () => {
    expect(scaleOf([62, 64, 66, 67])).toBe('major');
    expect(scaleOf([60, 61, 65])).toBeNull();
    expect(notesAfter([60, 62, 64], 2)).toEqual([65, 67]);
    expect(notesAfter([60, 50], 2)).toEqual([51, 52]);
    expect(notesAfter([126], 3)).toEqual([127, 127, 127]);
  });
});
