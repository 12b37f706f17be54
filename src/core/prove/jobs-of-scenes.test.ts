import { expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import type { Instrument } from '../instrument/document';
import { clashesOf } from '../instrument/clashes';
import { bankNotes, instrumentOf, touchPads } from '../testing/bank-instruments';
import { framesFrom } from '../testing/play';
import { render } from './render';

/** Two dozen pads from note 40 on, as a job has them; what they play while they are touched, a list of places a time. */
const PADS = 24;
const REST = new Array<number>(PADS).fill(300);
/** Frames until pads have taken their rest, and of each touch. */
const POWER_UP = 120;
const HELD = 10;

function played(instrument: Instrument, touched: readonly (readonly number[])[]): string[] {
  expect(checkInstrument(JSON.parse(JSON.stringify(instrument)) as unknown)).toMatchObject({ ok: true });
  const counts = touched.flatMap((own) =>
    new Array<number[]>(HELD).fill(REST.map((rest, pad) => (own.includes(pad) ? rest + 100 : rest))),
  );
  const frames = framesFrom(instrument, [...new Array<number[]>(POWER_UP).fill(REST), ...counts, REST]);
  return render(instrument, frames).events.flatMap(({ bytes: [status, note] }) =>
    status === 0x90 ? [`${note} on`] : status === 0x80 ? [`${note} off`] : [],
  );
}

const pads = () => touchPads(Array.from({ length: PADS }, (_, i) => 40 + i));
const pad = (i: number) => ({ sensor: 'pads', port: 'touch', lane: `p${i}` });
const desk = (): Instrument => {
  const own = pads();
  const notes = { ...bankNotes(own, 'touch'), id: 'low', scenes: ['low'] };
  const instrument = instrumentOf([own], [notes]);
  instrument.scenes = [
    { id: 'low', name: 'Low' },
    { id: 'high', name: 'High', ends: true },
  ];
  instrument.voices = [notes, { ...notes, id: 'high', scenes: ['high'], semitones: 12 }];
  return instrument;
};

it('J04: two dozen pads: one swaps what the others play, another changes the tempo, another lets all begin anew; held notes end cleanly', () => {
  const instrument = desk();
  instrument.clock = { board: 'board', bpm: 120, least: 60, most: 180 };
  instrument.selectors = [
    { gate: pad(21), step: 1 },
    { gate: pad(22), tempo: 10 },
    { gate: pad(23), resets: true },
  ];
  expect(played(instrument, [[0], [0, 21], [1], [23], [1]])).toEqual([
    // Held, then ended by the scene that the last row selects; the next pad plays an octave higher.
    ...['40 on', '61 on', '40 off', '61 off', '53 on', '53 off'],
    // All begins anew: what it plays itself ends, and pads play low again.
    ...['75 on', '75 off', '41 on', '41 off'],
  ]);
  const clocks = (touched: readonly number[][]) => {
    const frames = framesFrom(
      instrument,
      touched.flatMap((own) =>
        new Array<number[]>(1000).fill(REST.map((rest, i) => (own.includes(i) ? rest + 100 : rest))),
      ),
    );
    const last = frames.tUs[frames.tUs.length - 1] - 1e6;
    return render(instrument, frames).events.filter(({ tUs, bytes }) => bytes[0] === 0xf8 && tUs > last)
      .length;
  };
  // 24 a beat: 48 a second at 120 a minute, 52 at 130.
  expect(clocks([[], []])).toBe(48);
  expect(clocks([[], [22], []])).toBe(52);
});

it('J01: presets on the outermost keys, guarded by a held chord: played alone they are notes', () => {
  const instrument = desk();
  const guards = [10, 11, 12].map(pad);
  instrument.selectors = [
    { gate: pad(0), scene: 'low', guards },
    { gate: pad(23), scene: 'high', guards },
  ];
  const notes = played(instrument, [[23], [], [5], [], [10, 11, 12], [10, 11, 12, 23], [], [5], []]);
  expect(notes.filter((own) => /^(45|57) on/.test(own))).toEqual(['45 on', '57 on']);
  expect(notes.slice(0, 2)).toEqual(['63 on', '63 off']);
});

it('J08: what a keyboard sends besides the instrument on its channel is told, until it does not pass', () => {
  const own = desk();
  own.voices.push({
    ...{ id: 'breath', is: 'controller', controller: 7, side: 'both', zone: own.voices[0].zone },
    source: { sensor: 'pads', port: 'touch' },
  });
  const says = (blocks?: number[]) =>
    clashesOf({ ...own, inputs: [{ id: 'keys', name: 'Keyboard', board: 'board', blocks }] }).map(
      (c) => c.says,
    );
  const told =
    'Keyboard can send controller 7 too, and each overwrites the other on one channel: let it not pass.';
  expect(says()).toContain(told);
  expect(says([7])).not.toContain(told);
});
