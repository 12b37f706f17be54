import { expect, it } from 'vitest';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { AlongPitch, NoteVoice } from '../instrument/voices';
import { checkInstrument } from '../exchange/document/instrument-json';
import { splitMessages } from '../midi/messages';
import { semitonesOf } from '../pitch/frequency';
import { valves, openHoles } from '../pitch/fingerings';
import { instrumentOf, touchPads } from '../testing/bank-instruments';
import { breathNote, oneSided } from '../testing/identity-response';
import { framesFrom } from '../testing/play';
import { strings, stringCount } from '../testing/strings';
import { render } from './render';
import type { Frames } from '../signal/take';

/** Long enough for breath and pads to take their rest. */
const POWER_UP = 120;

/** What an instrument plays, checked as a document first: [ms, channel, note-on or −note-off], and bends as [ms, channel, semitones]. */
function play(instrument: Instrument, frames: Frames) {
  expect(checkInstrument(JSON.parse(JSON.stringify(instrument)) as unknown)).toMatchObject({ ok: true });
  const notes: [ms: number, channel: number, note: number][] = [];
  const bends: [ms: number, channel: number, bend: number][] = [];
  for (const { tUs, bytes } of render(instrument, frames).events)
    for (const [status, a, b] of splitMessages(bytes)) {
      const at = [Math.round(tUs / 1000) - POWER_UP, (status & 15) + 1] as const;
      if (status >> 4 === 9) notes.push([...at, a]);
      if (status >> 4 === 8) notes.push([...at, -a]);
      if (status >> 4 === 14) bends.push([...at, (a + 128 * b - 8192) / 8192]);
    }
  return { notes, bends };
}
const begun = (notes: [number, number, number][]) =>
  notes.filter(([, , note]) => note > 0).map(([, channel, note]) => [channel, note]);

const breathSensor = (): Sensor => ({
  ...{ id: 'breath', name: 'Breath', kind: 'breath-gauge', board: 'board', responses: [] },
  lanes: [{ id: 'breath', column: 'breath' }],
  calibration: structuredClone(oneSided),
});

it('J07: four ribbons, a channel a string: the nearest fret at the touch, then a free slide', () => {
  const instrument = strings(
    4,
    { school: 'slide', lowest: 48, octaves: 2 },
    { is: 'single', id: 'z', channel: 1 },
  );
  instrument.zones = [1, 2, 3, 4].map((channel) => ({
    is: 'single',
    id: `c${channel}`,
    channel,
    bendRange: 12,
  }));
  instrument.voices = instrument.voices.map((v, i) => ({
    ...v,
    zone: `c${i + 1}`,
    pitch: { ...(v as NoteVoice).pitch, lowest: 48 + 5 * i } as AlongPitch,
  }));
  const rest = [0, 0, 0, 0];
  const second = (place: number) => [0, stringCount(place), 0, 0];
  const slide = Array.from({ length: 200 }, (_, i) => second(0.26 + (0.25 * Math.min(i, 100)) / 100));
  const { notes, bends } = play(
    instrument,
    framesFrom(instrument, [
      ...new Array<number[]>(POWER_UP).fill(rest),
      ...slide,
      ...new Array<number[]>(30).fill(rest),
    ]),
  );
  // 0.26 of two octaves is 6.24 semitones above F3: B3; the slide goes 6 semitones on from where two frames agreed on the touch.
  expect(begun(notes)).toEqual([[2, 59]]);
  expect(Math.abs(12 * bends.at(-1)![2] - 6)).toBeLessThan(0.08);
  expect(notes.at(-1)![2]).toBe(-59);
});

it('J09, J14: one fingering, two voices: valves with partials under breath, and a fifth and a drone beside them on channels of their own', () => {
  const pads = touchPads(Array.from({ length: 7 }, () => 60));
  const instrument = instrumentOf([pads], []);
  instrument.sensors.push(breathSensor());
  const brass = valves(3, 4, 46);
  const fingers = [{ source: { sensor: 'pads', port: 'touch' }, adds: brass.adds }];
  const pitch = { is: 'fingering', fingers, table: brass.table, unassigned: 'hold', settleMs: 15 } as const;
  const voice = (id: string, channel: number, more: Partial<NoteVoice>): NoteVoice => ({
    ...breathNote(0),
    id,
    zone: `c${channel}`,
    pitch,
    ...more,
  });
  instrument.zones = [1, 2, 3].map((channel) => ({ is: 'single', id: `c${channel}`, channel }));
  instrument.voices = [
    voice('own', 1, {}),
    voice('fifth', 2, { semitones: 7 }),
    voice('drone', 3, { pitch: { is: 'fixed', note: 34 } }),
  ];
  const row = (keys: string, blown: boolean) => [
    ...Array.from(keys, (k) => (k === '1' ? 400 : 300)),
    blown ? 1500 : 1000,
  ];
  const hold = (keys: string, blown: boolean, ms: number) => new Array<number[]>(ms).fill(row(keys, blown));
  const { notes } = play(
    instrument,
    framesFrom(instrument, [
      ...hold('0000000', false, POWER_UP),
      ...hold('1101000', false, 60),
      ...hold('1101000', true, 60),
      // The player lifts the first valve 12 ms before the second: nothing sounds between.
      ...hold('0101000', true, 12),
      ...hold('0001000', true, 60),
      ...hold('0000001', true, 60),
      ...hold('0000001', false, 30),
    ]),
  );
  // Both valves lower B♭2 by three; open it is B♭2; the fifth partial is 16 semitones up (15.86).
  expect(begun(notes).filter(([channel]) => channel === 1)).toEqual([
    [1, 43],
    [1, 46],
    [1, 62],
  ]);
  expect(begun(notes).filter(([channel]) => channel === 2)).toEqual([
    [2, 50],
    [2, 53],
    [2, 69],
  ]);
  expect(begun(notes).filter(([channel]) => channel === 3)).toEqual([[3, 34]]);
  // Split: low fingerings on one voice, high ones on another, by tables of their own.
  const table = openHoles(7);
  instrument.voices = [0, 1].map((part) =>
    voice(`part${part}`, part + 1, {
      pitch: {
        ...pitch,
        fingers: [{ source: { sensor: 'pads', port: 'touch' } }],
        table: part === 0 ? table.slice(0, 4) : table.slice(4),
        unassigned: 'silence',
      },
    }),
  );
  const split = play(
    instrument,
    framesFrom(instrument, [
      ...hold('0000000', false, POWER_UP),
      ...hold('1111111', false, 60),
      ...hold('1111111', true, 60),
      ...hold('1110000', true, 60),
      ...hold('1110000', false, 30),
    ]),
  );
  expect(begun(split.notes)).toEqual([
    [1, 62],
    [2, 69],
  ]);
});

it('J13: a mouth resonator pulls in to 452.893 Hz and stays one note; a quantised part and a third in key sound on channels of their own', () => {
  const resonator: Sensor = {
    ...{ id: 'tube', name: 'Tube', kind: 'mouth-resonator', board: 'board', responses: [] },
    lanes: [{ id: 'tone', contacts: ['tone'] }],
    calibration: {
      is: 'tone',
      lanes: [{ lane: 'tone', lowest: 57, highest: 81, presence: 3, noise: 2, smoothing: 0 }],
      takes: [],
      method: 'test',
    },
  };
  const instrument = instrumentOf([resonator], []);
  instrument.tunings = [{ is: 'scale', id: 'c', name: 'C major', key: 0, notes: [0, 2, 4, 5, 7, 9, 11] }];
  instrument.zones = [1, 2, 3].map((channel) => ({
    is: 'single',
    id: `c${channel}`,
    channel,
    bendRange: 12,
  }));
  const voice = (
    channel: number,
    school: AlongPitch['school'],
    more: Partial<NoteVoice> = {},
  ): NoteVoice => ({
    ...{
      is: 'note',
      id: `v${channel}`,
      gate: { sensor: 'tube', port: 'sounds' },
      side: 'both',
      zone: `c${channel}`,
      velocity: { is: 'fixed', value: 90 },
    },
    pitch: { is: 'along', source: { sensor: 'tube', port: 'pitch' }, spacing: 'even', school },
    ...more,
  });
  instrument.voices = [
    voice(1, 'pull-in'),
    voice(2, 'fretted'),
    voice(3, 'fretted', { tuning: 'c', steps: 2 }),
  ];
  // 440 Hz, pulled up to just under the boundary, then past it to B♭4.
  const hz = (ms: number) =>
    ms < 200 ? 440 : ms < 400 ? 440 + ((ms - 200) / 200) * 12.5 : ms < 600 ? 452.5 : 466.164;
  const tUs: number[] = [];
  for (let t = 50_000; t < 900_000; t += 1e6 / hz(t / 1000)) tUs.push(t, t + 5e5 / hz(t / 1000));
  const edges = {
    contacts: ['tone'],
    tUs: Float64Array.from(tUs, Math.round),
    contact: new Uint16Array(tUs.length),
    closed: Uint8Array.from(tUs, (_, i) => 1 - (i % 2)),
  };
  const frames = {
    channels: [],
    tUs: Float64Array.from({ length: 1100 }, (_, i) => i * 1000),
    counts: new Uint16Array(0),
    edges,
  };
  const { notes, bends } = play(instrument, frames);
  expect(begun(notes).filter(([channel]) => channel === 1)).toEqual([[1, 69]]);
  expect(begun(notes).filter(([channel]) => channel === 2)).toEqual([
    [2, 69],
    [2, 70],
  ]);
  // A third above A in C major is C; the B♭ is nearest to A or B by the halves: none of it changes the part below the boundary.
  expect(begun(notes).filter(([channel]) => channel === 3)[0]).toEqual([3, 72]);
  const at452 =
    bends.filter(([ms, channel]) => channel === 1 && ms + POWER_UP > 450 && ms + POWER_UP < 590).at(-1) ??
    bends.filter(([ms, channel]) => channel === 1 && ms + POWER_UP < 590).at(-1)!;
  expect(Math.abs(69 + 12 * at452[2] - semitonesOf(452.5))).toBeLessThan(0.02);
});

it('J16: a ribbon of one and a half octaves plays chords while buttons are held: root from the strip, notes from the buttons, with a decay', () => {
  const instrument = strings(
    1,
    { school: 'fretted', lowest: 48, octaves: 1.5 },
    { is: 'single', id: 'z', channel: 1 },
  );
  const buttons = ['third', 'fifth'].map((id): Sensor => ({
    ...{ id, name: id, kind: 'switch', board: 'board', responses: [] },
    lanes: [{ id: 'contact', contacts: [id] }],
    calibration: { is: 'contacts', rest: 'open', debounceMs: 5, takes: [], method: 'test' },
  }));
  const [root] = instrument.voices as NoteVoice[];
  instrument.sensors.push(...buttons);
  const part = (id: string, steps: number): NoteVoice => ({
    ...root,
    id,
    and: { sensor: id, port: 'closed' },
    tuning: 'g',
    steps,
    lastsMs: 500,
  });
  instrument.tunings = [{ is: 'scale', id: 'g', name: 'G major', key: 7, notes: [0, 2, 4, 5, 7, 9, 11] }];
  instrument.voices = [{ ...root, tuning: 'g' }, part('third', 2), part('fifth', 4)];
  const take = framesFrom(
    instrument,
    Array.from({ length: POWER_UP + 1200 }, (_, i) => (i > POWER_UP + 100 ? stringCount(7 / 18) : 0)),
  );
  const pressed = {
    contacts: ['third', 'fifth'],
    tUs: Float64Array.of(250_000, 260_000),
    contact: Uint16Array.of(0, 1),
    closed: Uint8Array.of(1, 1),
  };
  const { notes } = play(instrument, { ...take, edges: pressed });
  expect(begun(notes)).toEqual([
    [1, 55],
    [1, 59],
    [1, 62],
  ]);
  // The chord decays; the root sounds until it is let go, at the end.
  const ends = notes.filter(([, , note]) => note < 0);
  expect(ends.slice(0, 2).map(([, , note]) => note)).toEqual([-59, -62]);
  expect(Math.abs(ends[0][0] - (250 - POWER_UP) - 500) < 120).toBe(true);
});
