import { expect, it } from 'vitest';
import type { NoteVoice } from '../instrument/voices';
import { framesFrom, START_UP } from '../testing/play';
import { strings, stringCount } from '../testing/strings';
import { compareSchools } from './schools';

const at = (semitones: number) => stringCount(semitones / 24);
const hold = (semitones: number | null, frames: number) =>
  new Array<number>(frames).fill(semitones === null ? 0 : at(semitones));
const glide = (from: number, to: number, frames: number) =>
  Array.from({ length: frames }, (_, i) => at(from + ((to - from) * (i + 1)) / frames));

it('counts what each school plays that was not meant, what it costs, and how far off it rests', () => {
  // Three notes, each touched 60 cents flat and pulled in within 60 ms, then held; between two of them a slide of a fourth.
  const pull = (note: number) => [...hold(note - 0.6, 5), ...glide(note - 0.6, note, 60), ...hold(note, 300)];
  const path = [
    ...pull(2),
    ...hold(null, 60),
    ...pull(7),
    ...glide(7, 12, 120),
    ...hold(12, 300),
    ...hold(null, 60),
  ];
  const instrument = strings(1, { settleMs: 0 }, { is: 'single', id: 'z', channel: 1, bendRange: 12 });
  const take = framesFrom(instrument, [...hold(null, START_UP), ...path]);
  const { plays, line, grid } = compareSchools(instrument, instrument.voices[0] as NoteVoice, take)!;
  expect(line).toHaveLength(2);
  expect(grid.slice(0, 3)).toEqual([49, 50, 51]);
  const [fretted, slide, pullIn, free] = plays;
  // The neighbour below, twice; four semitones passed in the slide.
  expect([fretted.notes.length, fretted.unintended]).toEqual([2 + 2 + 5, 6]);
  expect([slide, pullIn, free].map((p) => [p.notes.length, p.unintended])).toEqual([
    [2, 0],
    [2, 0],
    [2, 0],
  ]);
  // A true start a semitone low rests 40 cents off; where it is pulled in it rests true, but for the counts of the string.
  expect(fretted.offCents).toBe(0);
  expect(Math.abs(slide.offCents - 40)).toBeLessThan(2);
  expect(Math.max(pullIn.offCents, free.offCents)).toBeLessThan(1);
  expect(plays.every(({ lateMs }) => lateMs === 0)).toBe(true);
  const settled = strings(1, { settleMs: 20 }, { is: 'single', id: 'z', channel: 1, bendRange: 12 });
  const [slow] = compareSchools(settled, settled.voices[0] as NoteVoice, take)!.plays;
  expect([slow.unintended < fretted.unintended, slow.lateMs]).toEqual([true, 20]);
});

it('has nothing to say of a take in which nothing is touched', () => {
  const instrument = strings(1, {}, { is: 'single', id: 'z', channel: 1 });
  expect(
    compareSchools(instrument, instrument.voices[0] as NoteVoice, framesFrom(instrument, hold(null, 200))),
  ).toBeNull();
});
