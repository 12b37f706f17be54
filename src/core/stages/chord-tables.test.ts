import { expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import { clashesOf } from '../instrument/clashes';
import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { NoteVoice } from '../instrument/voices';
import type { Zone } from '../instrument/zones';
import { splitMessages } from '../midi/messages';
import { render } from '../prove/render';
import { framesFrom } from '../testing/play';
import { strings, stringCount } from '../testing/strings';
import { buttonsFor, CHORD_TABLES, withChords } from './chord-tables';

/** A ribbon of two octaves from C3, and a bank of three buttons beside it. */
function ribbonWithButtons(school: 'fretted' | 'free', zone: Zone): Instrument {
  const instrument = strings(1, { school, lowest: 48, octaves: 2 }, zone, { tuning: 'c' });
  const lanes = [1, 2, 3].map((n) => ({ id: `button-${n}`, contacts: [`b${n}`] }));
  instrument.sensors.push({
    ...{ id: 'buttons', name: 'Buttons', kind: 'switch', board: 'board', responses: [] },
    lanes,
    calibration: { is: 'contacts', rest: 'open', debounceMs: 5, takes: [], method: 'test' },
  } satisfies Sensor);
  instrument.tunings = [{ is: 'scale', id: 'c', name: 'C major', key: 0, notes: [0, 2, 4, 5, 7, 9, 11] }];
  return instrument;
}
const single: Zone = { is: 'single', id: 'z', channel: 1 };

/** The instrument with a table's chords on its buttons. */
function withTable(instrument: Instrument, table: number): Instrument {
  const [voice] = instrument.voices as [NoteVoice];
  const [{ buttons }] = buttonsFor(instrument, voice);
  const next = withChords(instrument, voice, CHORD_TABLES[table], buttons);
  expect(checkInstrument(JSON.parse(JSON.stringify(next))).ok).toBe(true);
  return next;
}

/** Notes that begin, with their channel, while a place is touched and these buttons are held. @param place 0 … 1 */
function chord(instrument: Instrument, place: number, held: readonly number[]): string[] {
  const frames = framesFrom(
    instrument,
    Array.from({ length: 700 }, (_, ms) => (ms > 300 ? stringCount(place) : 0)),
  );
  const edges = {
    contacts: ['b1', 'b2', 'b3'],
    tUs: Float64Array.from(held, () => 200_000),
    contact: Uint16Array.from(held, (n) => n - 1),
    closed: Uint8Array.from(held, () => 1),
  };
  return render(instrument, { ...frames, edges })
    .events.flatMap(({ bytes }) => splitMessages(bytes))
    .filter(([status]) => status >> 4 === 9)
    .map(([status, note]) => `${(status & 15) + 1}: ${note}`)
    .sort();
}

it('chords by button of one bank: the root from the strip, thirds and sevenths from the button that is held', () => {
  const instrument = withTable(ribbonWithButtons('fretted', single), 1);
  const d = 2 / 24;
  expect(chord(instrument, d, [])).toEqual(['1: 50']);
  expect(chord(instrument, d, [1])).toEqual(['1: 50', '1: 54', '1: 57']);
  expect(chord(instrument, d, [2])).toEqual(['1: 50', '1: 53', '1: 57']);
  expect(chord(instrument, d, [3])).toEqual(['1: 50', '1: 54', '1: 57', '1: 60']);
  expect(clashesOf(instrument)).toEqual([]);
});

it('buttons that each add a note in key: D F A C in C major', () => {
  const instrument = withTable(ribbonWithButtons('fretted', single), 0);
  expect(chord(instrument, 2 / 24, [1, 2, 3])).toEqual(['1: 50', '1: 53', '1: 57', '1: 60']);
});

it('a voice that bends plays each of its chords’ notes on a channel of its own; another table takes the place of the first', () => {
  const first = withTable(ribbonWithButtons('free', single), 2);
  expect(chord(first, 0.5, [1, 2])).toEqual(['1: 60', '2: 67', '3: 72']);
  const next = withTable(first, 1);
  expect(next.voices).toHaveLength(1 + 2 + 2 + 3);
  expect(new Set(next.voices.map(({ zone }) => zone)).size).toBe(8);
});
