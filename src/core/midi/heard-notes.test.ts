import { describe, expect, it } from 'vitest';
import { heardNotes, pitchAt } from './heard-notes';

const at = (tUs: number, ...bytes: number[]) => ({ tUs, bytes });

describe('notes as a receiver hears them', () => {
  it('end by a note-off, by a note-on of velocity 0, by the same note again, and by a mode message of their channel', () => {
    const notes = heardNotes(
      [
        ...[at(0, 0x90, 60, 100), at(10, 0x80, 60, 0)],
        ...[at(20, 0x90, 61, 100), at(30, 0x90, 61, 0)],
        ...[at(40, 0x90, 62, 100), at(50, 0x90, 62, 90)],
        ...[at(60, 0x91, 62, 80), at(65, 0x90, 64, 80)],
        ...[at(70, 0xb0, 123, 0), at(80, 0xb1, 64, 0), at(90, 0xb1, 120, 0)],
        at(95, 0x92, 70, 1),
      ],
      1000,
    );
    expect(notes.map(({ channel, note, onUs, offUs, ended }) => [channel, note, onUs, offUs, ended])).toEqual(
      [
        [0, 60, 0, 10, true],
        [0, 61, 20, 30, true],
        [0, 62, 40, 50, true],
        [0, 62, 50, 70, true],
        [1, 62, 60, 90, true],
        [0, 64, 65, 70, true],
        [2, 70, 95, 1000, false],
      ],
    );
  });
  it('are bent by the bend of their channel, two semitones either way unless told: 16383 is 2 less a step', () => {
    const [own] = heardNotes([at(0, 0x90, 60, 100), at(5, 0xe0, 127, 127), at(9, 0x80, 60, 0)], 10);
    expect(pitchAt(own, 0)).toBe(60);
    expect(pitchAt(own, 6)).toBeCloseTo(62, 2);
  });
});
