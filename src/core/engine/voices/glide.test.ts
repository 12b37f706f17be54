import { expect, it } from 'vitest';
import { compile } from '../../compile/compile';
import { splitMessages } from '../../midi/messages';
import type { AlongPitch, NoteVoice } from '../../instrument/voices';
import type { Tuning } from '../../instrument/tunings';
import { framesFrom, START_UP } from '../../testing/play';
import { strings, stringCount } from '../../testing/strings';
import { run } from '../run';

/** Semitones above C3 of a string of two octaves, as counts; null while it is not touched. */
const at = (semitones: number | null) => (semitones === null ? 0 : stringCount(semitones / 24));
const hold = (semitones: number | null, frames = 30) => new Array<number>(frames).fill(at(semitones));
const glide = (from: number, to: number, frames: number) =>
  Array.from({ length: frames }, (_, i) => at(from + ((to - from) * (i + 1)) / frames));

/** Steps of bend within ±2 semitones that a count of the string is worth, 0.65 cent. */
const A_COUNT = 27;

interface Heard {
  ms: number;
  /** Of a note-on: its pitch as it begins, semitones. */
  begins?: number;
  ends?: number;
}

/** Notes by their pitch, in ms from the first frame after power-up. */
function play(
  path: number[],
  pitch: Partial<AlongPitch>,
  more: { voice?: Partial<NoteVoice>; tunings?: Tuning[]; bendRange?: number } = {},
) {
  const bendRange = more.bendRange ?? 2;
  const instrument = strings(1, pitch, { is: 'single', id: 'z', channel: 1, bendRange }, more.voice);
  instrument.tunings = more.tunings;
  let bend = 8192;
  const bends: number[] = [];
  const notes = run(compile(instrument), framesFrom(instrument, [...hold(null, START_UP), ...path])).flatMap(
    ({ tUs, bytes }) =>
      splitMessages(bytes).flatMap(([status, a, b]): Heard[] => {
        const ms = tUs / 1000 - START_UP;
        if (status >> 4 === 14) bends.push((bend = a + 128 * b));
        if (status >> 4 === 9) return [{ ms, begins: a + ((bend - 8192) / 8192) * bendRange }];
        return status >> 4 === 8 ? [{ ms, ends: a }] : [];
      }),
  );
  return { notes, last: bend, bends };
}

it('fretted: a new note at each boundary, past it by the hysteresis alone, the old one ending after it began', () => {
  const { notes } = play([...hold(0), ...hold(0.64), ...hold(0.67), ...hold(0.4), ...hold(null)], {
    school: 'fretted',
    hysteresisCents: 15,
  });
  expect(notes.map((n) => n.begins ?? -n.ends!)).toEqual([48, 49, -48, -49]);
  // Half-way is 0.5; 0.64 stays, 0.67 goes; back at 0.4 it stays, past 0.35 it goes.
  const back = play([...hold(0.67), ...hold(0.4), ...hold(0.33), ...hold(null)], {
    school: 'fretted',
    hysteresisCents: 15,
  });
  expect(back.notes.filter((n) => n.begins !== undefined).map((n) => n.begins)).toEqual([49, 48]);
});

it('fretted in even semitones says no bend: every note is its number, and costs three bytes each way', () => {
  const { bends, notes } = play([...hold(0), ...hold(3), ...hold(null)], { school: 'fretted' });
  expect([bends, notes.length]).toEqual([[], 4]);
});

it('fretted: places that are passed in less than the settle time sound no note, and it costs that time', () => {
  const path = [...hold(0), ...glide(0, 5, 20), ...hold(5, 40), ...hold(null)];
  const quick = play(path, { school: 'fretted' }).notes.filter((n) => n.begins !== undefined);
  const settled = play(path, { school: 'fretted', settleMs: 12 }).notes.filter((n) => n.begins !== undefined);
  expect(quick.map((n) => n.begins)).toEqual([48, 49, 50, 51, 52, 53]);
  expect(settled.map((n) => n.begins)).toEqual([48, 53]);
  // It is on its way to the fifth from half-way on, not only past the hysteresis.
  expect(Math.abs(settled[1].ms - quick[5].ms - 12)).toBeLessThan(2);
});

it('a pitch that is pulled in: the neighbour sounds where it is fretted, one note by the other schools, and each ends where it should', () => {
  // 60 cents flat of D3 at the touch, pulled in within 80 ms.
  const path = [...hold(1.4, 5), ...glide(1.4, 2, 80), ...hold(2, 400), ...hold(null)];
  const begun = (pitch: Partial<AlongPitch>) => {
    const { notes, bends } = play(path, pitch);
    const pitches = notes.flatMap((n) => n.begins ?? []);
    return { pitches: pitches.map((p) => Math.round(100 * p) / 100), last: Math.round(bends.at(-1) ?? 8192) };
  };
  expect(begun({ school: 'fretted' })).toEqual({ pitches: [49, 50], last: 8192 });
  // A true start is a semitone too low, and slides as far as the finger does: 60 cents.
  expect(begun({ school: 'slide' }).pitches).toEqual([49]);
  expect(Math.abs(begun({ school: 'slide' }).last - (8192 + 0.3 * 8192))).toBeLessThan(A_COUNT);
  // A pull-in begins 60 cents flat and ends on D3, which is a semitone above the note that it began.
  expect(begun({ school: 'pull-in' }).pitches).toEqual([49.4]);
  expect(Math.abs(begun({ school: 'pull-in' }).last - (8192 + 4096))).toBeLessThan(A_COUNT);
});

it('a pull-in drifts to the grid as fast as it is asked to, and no further', () => {
  const { bends } = play([...hold(2.3, 2000), ...hold(null)], { school: 'pull-in', driftCents: 50 });
  // 30 cents at 50 a second: 0.6 s, in steps of 16.4 ms.
  expect(bends[0]).toBeGreaterThan(8192 + 1200);
  expect(bends.at(-1)).toBe(8192);
  expect(bends.length).toBeGreaterThan(30);
});

it('past the bend range a slide stays at its end, or begins the nearest note anew, and stays true', () => {
  const path = [...hold(0, 10), ...glide(0, 7, 400), ...hold(7), ...hold(null)];
  expect(play(path, { school: 'slide' }).last).toBe(16383);
  const anew = play(path, { school: 'slide', beyond: 'anew' });
  expect(anew.notes.flatMap((n) => n.begins ?? []).map(Math.round)).toEqual([48, 50, 52, 54]);
  expect(Math.abs(anew.last - (8192 + 4096))).toBeLessThan(A_COUNT);
});

it('in key: a third above each note of C major, from the same place, on a voice of its own', () => {
  const tunings: Tuning[] = [
    { is: 'scale', id: 'c', name: 'C major', key: 0, notes: [0, 2, 4, 5, 7, 9, 11] },
  ];
  const path = [0, 2, 4, 5, 7].flatMap((s) => [...hold(s), ...hold(null)]);
  const third = play(path, { school: 'fretted' }, { voice: { tuning: 'c', steps: 2 }, tunings });
  expect(third.notes.flatMap((n) => n.begins ?? [])).toEqual([52, 53, 55, 57, 59]);
});

it('a scale of quarter-tones is spelled by note and bend, and its boundaries lie half-way between its own notes', () => {
  const tunings: Tuning[] = [
    {
      is: 'scala',
      id: 'q',
      name: 'Quarter-tones',
      cents: Array.from({ length: 24 }, (_, i) => 50 * (i + 1)),
    },
  ];
  const { notes } = play(
    [...hold(0.2), ...hold(0.3), ...hold(1.5), ...hold(null)],
    { school: 'fretted', hysteresisCents: 0 },
    { voice: { tuning: 'q' }, tunings },
  );
  expect(notes.flatMap((n) => n.begins ?? [])).toEqual([48, 48.5, 49.5]);
});
