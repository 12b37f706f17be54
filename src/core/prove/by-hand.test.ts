import { describe, expect, it } from 'vitest';
import type { Onset } from '../calibrate/onset';
import type { NoteVoice } from '../instrument/voices';
import { breathNote } from '../testing/identity-response';
import { attacksOf } from './attacks';
import { countsOf, pitchErrorsOf, velocitiesOf } from './figures';
import type { Intended } from './intended';
import { judge } from './judge';
import type { Sounded } from './sounded';
import { noteChanges } from './versions';

/* Gestures and notes written down by hand, so that what is made of them can be told by hand too. */

const solo = breathNote(5, { pitch: { is: 'along', source: { sensor: 'strip', port: 'place' } } as never });
const chords = breathNote(5, { id: 'chords', pitch: { is: 'lane' } });
const GATE = chords.gate.sensor;

/** A note from and to a time, ms. */
const note = (onMs: number, offMs: number, number: number, over: Partial<Sounded> = {}): Sounded => ({
  ...{ onUs: 1000 * onMs, offUs: 1000 * offMs, arrivesUs: 1000 * onMs + 960, ended: true },
  ...{ channel: 0, note: number, velocity: 80, pitches: [[1000 * onMs, number]], voice: chords, lane: null },
  ...over,
});
/** A gesture on the raw trace, ms; its threshold is passed 2 ms after its rise. */
const onset = (atMs: number, toMs: number, lane = 'a'): Onset => ({
  ...{ lane, riseUs: 1000 * atMs, crossedUs: 1000 * atMs + 2000, seenUs: 1000 * atMs + 2500 },
  ...{ toUs: 1000 * toMs, peak: 400 },
});
const meant = (atMs: number, toMs: number, over: Partial<Intended> = {}): Intended => ({
  ...{ atUs: 1000 * atMs, toUs: 1000 * toMs, sensor: GATE, lane: null, note: null, dynamic: null },
  onset: onset(atMs, toMs),
  ...over,
});
const judged = (intended: Intended[], sounded: Sounded[]) =>
  judge(intended, attacksOf(sounded), new Map([[GATE, intended.flatMap((own) => own.onset ?? [])]]));
const moments = (intended: Intended[], sounded: Sounded[]) =>
  judged(intended, sounded).moments.map(({ is, fromUs }) => [is, fromUs / 1000]);

describe('attacks', () => {
  const second: NoteVoice = { ...chords, id: 'octave' };
  it('two voices of one gate that begin within 15 ms are one, one voice twice is two', () => {
    const both = attacksOf([note(0, 100, 60), note(14, 100, 72, { voice: second })]);
    expect(both.map(({ notes }) => notes.length)).toEqual([2]);
    expect(attacksOf([note(0, 100, 60), note(16, 100, 72, { voice: second })])).toHaveLength(2);
    expect(attacksOf([note(0, 8, 60), note(10, 100, 60)])).toHaveLength(2);
    // What came in from outside belongs to no gate.
    expect(attacksOf([note(0, 100, 60, { voice: null })])).toEqual([]);
  });

  it('only a voice of one note at a time passes one: where the next begins within 50 ms, and at once', () => {
    const passes = (voice: NoteVoice, ...times: [number, number, number][]) =>
      attacksOf(times.map(([from, to, number]) => note(from, to, number, { voice }))).map(
        ({ goesOn, passing }) => [goesOn, passing],
      );
    expect(passes(solo, [0, 30, 60], [30, 300, 62])).toEqual([
      [false, true],
      [true, false],
    ]);
    expect(passes(solo, [0, 55, 60], [55, 300, 62])[0]).toEqual([false, false]);
    // Let go for 10 ms in between, the same note again, and a chord.
    expect(passes(solo, [0, 30, 60], [40, 300, 62])[0]).toEqual([false, false]);
    expect(passes(solo, [0, 30, 60], [30, 300, 60])[0]).toEqual([false, false]);
    expect(passes(chords, [0, 30, 60], [30, 300, 62])[0]).toEqual([false, false]);
  });
});

describe('what a gesture is answered by', () => {
  it('is told for all at once: two that are both late are both answered, none is taken from the other', () => {
    const intended = [meant(0, 60), meant(100, 160)];
    expect(moments(intended, [note(90, 140, 60), note(190, 240, 60)])).toEqual([]);
  });

  it('is another note from half a semitone on: a bend of 40 cents is none', () => {
    const intended = [meant(0, 300, { note: 60 })];
    const at = (pitch: number) => moments(intended, [note(5, 300, 60, { pitches: [[5000, pitch]] })]);
    expect(at(60.4)).toEqual([]);
    expect(at(60.6)).toEqual([['wrong', 5]]);
  });

  it('is no more than one note: one within 80 ms is doubled, after that out of nothing', () => {
    const intended = [meant(0, 300)];
    expect(moments(intended, [note(5, 70, 60), note(84, 300, 60)])).toEqual([['doubled', 84]]);
    expect(moments(intended, [note(5, 70, 60), note(90, 300, 60)])).toEqual([['phantom', 90]]);
  });

  it('sounds for 250 ms longer at most; where a voice lasts for a time, or another gate holds it, longer', () => {
    const intended = [meant(0, 300)];
    const until = (offMs: number, voice = chords) => moments(intended, [note(5, offMs, 60, { voice })]);
    expect(until(540)).toEqual([]);
    expect(until(560)).toEqual([['stuck', 300]]);
    expect(until(560, { ...chords, lastsMs: 500 })).toEqual([]);
    expect(until(900, { ...chords, heldBy: { sensor: 'pedal', port: 'closed' } })).toEqual([]);
  });

  it('may begin 30 ms before a tenth of its rise, and 60 ms after its end; beyond it is missed, and the note is out of nothing', () => {
    const intended = [meant(1000, 1300)];
    expect(moments(intended, [note(971, 1300, 60)])).toEqual([]);
    expect(moments(intended, [note(1359, 1400, 60)]).map(([is]) => is)).toEqual([]);
    expect(
      moments(intended, [note(1362, 1400, 60)])
        .map(([is]) => is)
        .sort(),
    ).toEqual(['missed', 'phantom']);
    expect(
      moments(intended, [note(960, 1300, 60)])
        .map(([is]) => is)
        .sort(),
    ).toEqual(['missed', 'phantom']);
  });
});

describe('figures', () => {
  it('none missed of 20 may truly be 13.9 %, by mid-P (Lancaster 1961, from memory: 1 − 0.05^(1/20)); phantoms are a minute', () => {
    const intended = Array.from({ length: 20 }, (_, i) => meant(500 * i, 500 * i + 300));
    const notes = intended.map(({ atUs }) => note(atUs / 1000 + 4, atUs / 1000 + 300, 60));
    const extra = note(10_400, 10_450, 64);
    const counts = countsOf(judged(intended, [...notes, extra]), 0.5);
    expect(counts.missed).toMatchObject({ n: 0, of: 20, rate: 0 });
    expect(counts.missed.interval.high).toBeCloseTo(1 - 0.05 ** (1 / 20), 4);
    expect(counts.phantom).toMatchObject({ n: 1, of: null, rate: 2 });
    expect(counts.doubled.of).toBe(21);
    expect(countsOf(judged(intended, notes), 0.5, 'somebody').missed).toMatchObject({ n: 0, of: 0, rate: 0 });
  });

  it('velocities by dynamic: medians, the middle nine tenths, and how often soft is no softer than loud', () => {
    const at = (i: number, dynamic: 'soft' | 'loud', velocity: number) => ({
      own: meant(500 * i, 500 * i + 300, { dynamic }),
      sounds: note(500 * i + 4, 500 * i + 300, 60, { velocity }),
    });
    const played = [20, 30, 40, 90]
      .map((v, i) => at(i, 'soft', v))
      .concat([80, 85, 95, 100].map((v, i) => at(4 + i, 'loud', v)));
    const { spreads, overlaps } = velocitiesOf(
      judged(
        played.map((p) => p.own),
        played.map((p) => p.sounds),
      ),
    )!;
    expect(spreads.map(({ dynamic, n, median }) => [dynamic, n, median])).toEqual([
      ['soft', 4, 35],
      ['loud', 4, 90],
    ]);
    // Of 16 pairs two: 90 is no softer than 80 and 85.
    expect(overlaps).toEqual([{ softer: 'soft', harder: 'loud', overlap: 2 / 16 }]);
    expect(velocitiesOf(judged([meant(0, 300)], [note(4, 300, 60)]))).toBeNull();
  });

  it('a note that begins 30 cents sharp and is pulled in is off at its onset, and true once it has settled', () => {
    const pulled = note(4, 400, 60, {
      pitches: [
        [4000, 60.3],
        [44_000, 60],
      ],
    });
    const errors = pitchErrorsOf(judged([meant(0, 400, { note: 60 })], [pulled]))!;
    expect(errors.onset.median).toBeCloseTo(30, 6);
    expect(errors.after.median).toBeCloseTo(0, 6);
    // One that ends after 40 ms has settled half way through.
    const short = note(4, 44, 60, {
      pitches: [
        [4000, 60.3],
        [14_000, 60.1],
      ],
    });
    expect(pitchErrorsOf(judged([meant(0, 100, { note: 60 })], [short]))!.after.median).toBeCloseTo(10, 6);
  });
});

it('two versions differ note by note: what is gone, new, higher, harder, later', () => {
  const before = [0, 500, 1000, 1500, 2000, 2500].map((ms) => note(ms, ms + 200, 60));
  const now = [
    note(0, 200, 60),
    note(500, 700, 62),
    note(1000, 1200, 60, { velocity: 90 }),
    note(1510, 1700, 60),
    note(2500.5, 2700, 60),
    note(3000, 3200, 60),
  ];
  const { changes, alike } = noteChanges(before, now);
  expect(changes.map(({ is, tUs }) => [is, tUs / 1000])).toEqual([
    ['other-note', 500],
    ['other-velocity', 1000],
    ['other-time', 1500],
    ['gone', 2000],
    ['new', 3000],
  ]);
  // The first, and the one that moved by half a millisecond.
  expect(alike).toBe(2);
});
