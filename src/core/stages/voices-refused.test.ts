import { readFileSync } from 'node:fs';
import { expect, it } from 'vitest';
import { checkInstrument } from '../exchange/document/instrument-json';
import { clashesOf } from '../instrument/clashes';
import type { Instrument } from '../instrument/document';
import type { FingeringPitch, NoteVoice } from '../instrument/voices';
import { openHoles } from '../pitch/fingerings';
import { withLanes } from '../plan/edit';
import { bankNotes, instrumentOf, kneeSwitch, touchPads } from '../testing/bank-instruments';
import { strings } from '../testing/strings';

const MPE = { is: 'mpe', id: 'low', side: 'lower', members: 15 } as const;
const SINGLE = { is: 'single', id: 'z', channel: 1 } as const;

/** What a document is refused for, as `path: says`. @param change of a plain copy */
function refused(instrument: Instrument, change: (plain: Instrument) => void = () => {}): string[] {
  const plain = JSON.parse(JSON.stringify(instrument)) as Instrument;
  change(plain);
  const read = checkInstrument(plain);
  return read.ok ? [] : read.faults.map(({ path, says }) => `${path}: ${says}`);
}

const fingered = (table: FingeringPitch['table'], pads = 6) => {
  const sensor = touchPads(Array.from({ length: pads }, () => 60));
  const pitch = {
    is: 'fingering',
    fingers: [{ source: { sensor: 'pads', port: 'touch' } }],
    table,
    unassigned: 'hold',
  };
  return instrumentOf([sensor], [{ ...bankNotes(sensor, 'touch'), pitch: pitch as FingeringPitch }]);
};

it('a fingering for no note, two fingerings for one mask, too few signs: by the entry', () => {
  expect(refused(fingered(openHoles(6)))).toEqual([]);
  expect(refused(fingered([{ keys: '111111', note: 128 }]))[0]).toMatch(/^voices\.0\.pitch\.table\.0\.note/);
  expect(refused(fingered([...openHoles(6), { keys: '111111', note: 70 }]))).toEqual([
    'voices.0.pitch.table.7.keys: must be told from every other fingering, 111111 is fingering 1 too',
  ]);
  expect(refused(fingered(openHoles(5)))).toEqual([
    'voices.0.pitch.table.0.keys: must have a sign a finger, 6, got 5',
  ]);
});

it('an empty scale, a scale that repeats at nothing, a place without a pitch, one that reaches past the highest note', () => {
  const own = strings(1, {}, SINGLE);
  const scale = { is: 'scale', id: 's', name: 'S', key: 0, notes: [] } as const;
  expect(refused({ ...own, tunings: [{ ...scale, notes: [] }] })[0]).toMatch(/^tunings\.0\.notes/);
  expect(refused({ ...own, tunings: [{ is: 'scala', id: 's', name: 'S', cents: [100, -5] }] })).toEqual([
    'tunings.0.cents: must end on the interval at which it repeats, above 0 cents',
  ]);
  expect(refused(strings(1, { lowest: undefined, octaves: undefined }, SINGLE))).toEqual([
    'voices.0.pitch.lowest: String 0 has no pitch of its own: give lowest and octaves',
  ]);
  expect(refused(strings(1, { spacing: 'string', lowest: 20, octaves: 5 }, SINGLE))).toEqual([
    'voices.0.pitch.octaves: as on a string 4 octaves at most are true to a cent, got 5',
  ]);
  expect(refused(strings(1, { lowest: 100, octaves: 3 }, SINGLE))).toEqual([
    'voices.0.pitch.octaves: reach past note 127: 2.2 octaves at most from 100',
  ]);
});

it('more members than channels, two zones on one side; channels of a zone that others play on are named', () => {
  const own = strings(1, {}, MPE);
  expect(refused({ ...own, zones: [MPE, { is: 'mpe', id: 'high', side: 'upper', members: 2 }] })).toEqual([
    'zones.1.members: 0 channels are left for members, got 2: give the lower zone 12 at most',
  ]);
  expect(
    refused({
      ...own,
      zones: [
        { ...MPE, members: 3 },
        { ...MPE, id: 'two', members: 3 },
      ],
    }),
  ).toEqual(['zones.1.side: one MPE zone can be the lower one: make this upper']);
  const beside = { ...own, zones: [{ ...MPE, members: 3 } as const, { ...SINGLE, channel: 3 }] };
  beside.voices = [...own.voices, { ...(own.voices[0] as NoteVoice), id: 'other', zone: 'z' }];
  expect(clashesOf(beside).map(({ says }) => says)).toEqual([
    'Channel 3 belongs to the lower MPE zone, and 1 voice without MPE plays on it: choose a channel outside it, such as 5.',
  ]);
});

it('a bend range that a slide cannot fit is named with what fits; two slides on one channel bend each other', () => {
  expect(clashesOf(strings(1, { school: 'slide', octaves: 2 }, SINGLE))[0].says).toMatch(
    /over 24 semitones stops at the bend range, ±2: set ±24/,
  );
  expect(clashesOf(strings(1, { school: 'slide', octaves: 2, beyond: 'anew' }, SINGLE))).toEqual([]);
  expect(clashesOf(strings(2, { school: 'free', beyond: 'anew' }, SINGLE))[0].says).toMatch(
    /2 voices send pitch bend on channel 1/,
  );
});

it('what a board counts in eight bits is refused past it: fingerings of several voices', () => {
  const table = Array.from({ length: 128 }, (_, i) => ({ keys: i.toString(2).padStart(7, '0'), note: 60 }));
  const own = fingered(table, 7);
  own.voices.push({ ...own.voices[0], id: 'other' }, { ...own.voices[0], id: 'third' });
  expect(refused(own)).toEqual(['voices.1: a board can have 255 fingerings at most, got 256']);
});

it('a fingering goes on with its lanes: a new one may be either, what is gone leaves its sign', () => {
  const own = fingered(openHoles(6));
  const keysOf = (instrument: Instrument) =>
    ((instrument.voices[0] as NoteVoice).pitch as FingeringPitch).table.map(({ keys }) => keys);
  const more = withLanes(own, 'pads', 8);
  expect(refused(more)).toEqual([]);
  expect(keysOf(more)[0]).toBe('111111xx');
  const fewer = withLanes(more, 'pads', 5);
  expect(refused(fewer)).toEqual([]);
  expect(keysOf(fewer)).toEqual(['11111', '11110', '11100', '11000', '10000', '00000']);
});

it('more listeners to gates than a board counts in eight bits: named at the first too many', () => {
  const pads = touchPads([60]);
  const knee = kneeSwitch();
  const by = { sensor: 'knee', port: 'closed' };
  // Its gate, the knee, and what joins them: three listeners each, 85 times 255.
  const joined = Array.from({ length: 86 }, (_, n) => bankNotes(pads, 'touch', { id: `v${n}`, and: by }));
  expect(refused(instrumentOf([pads, knee], joined.slice(1)))).toEqual([]);
  expect(refused(instrumentOf([pads, knee], joined))).toEqual([
    'voices.85: a board can have 255 listeners to gates (one for each gate of each voice and selector) at most, got 258',
  ]);
  const instrument = instrumentOf([pads, knee], []);
  instrument.scenes = ['a', 'b'].map((id) => ({ id, name: id }));
  instrument.selectors = Array.from({ length: 29 }, () => ({
    gate: by,
    step: 1,
    guards: Array.from({ length: 8 }, () => by),
  }));
  expect(refused(instrument)).toEqual([
    'selectors.28: a board can have 255 listeners to gates (one for each gate of each voice and selector) at most, got 261',
  ]);
});

it('routes, jobs of pads, clocks and inputs that cannot be: by their field', () => {
  const wherry = JSON.parse(readFileSync('demo/wherry.json', 'utf8')) as Instrument;
  const at = wherry.voices.findIndex(({ is }) => is === 'controller');
  const gate = { sensor: 'leaves', port: 'touch', lane: 'leaf-1' };
  const other = { sensor: 'thumb', port: 'press' };
  const fieldsOf = (change: (plain: Instrument) => void) =>
    refused(wherry, change).map((says) => says.split(':')[0]);
  const voice = (change: object) => (plain: Instrument) => void Object.assign(plain.voices[at], change);
  const pad = (does: object) => (plain: Instrument) => void (plain.selectors = [{ gate, ...does }]);
  expect(fieldsOf(voice({ join: { by: 'sum', with: [other] } }))).toEqual([]);
  expect(fieldsOf(voice({ join: { by: 'crossfade', with: [other] } }))).toEqual([`voices.${at}.join.with`]);
  expect(fieldsOf(voice({ join: { by: 'sum', with: [{ ...other, port: 'gate' }] } }))).toEqual([
    `voices.${at}.join.with.0.port`,
  ]);
  expect(fieldsOf(voice({ between: [0.5, 0.5] }))).toEqual([`voices.${at}.between`]);
  expect(fieldsOf(voice({ is: 'tempo', controller: undefined, bits: undefined }))).toEqual([
    `voices.${at}.is`,
  ]);
  expect(fieldsOf(pad({ shift: 12 }))).toEqual([]);
  expect(fieldsOf(pad({ shift: 12, resets: true }))).toEqual(['selectors.0.shift']);
  expect(fieldsOf(pad({ tempo: 5 }))).toEqual(['selectors.0.tempo']);
  expect(fieldsOf(pad({ mutes: ['nobody'] }))).toEqual(['selectors.0.mutes.0']);
  const clock = { board: 'board', bpm: 120, least: 60, most: 180 };
  const clocked = (change: object) => (plain: Instrument) => void (plain.clock = { ...clock, ...change });
  expect(fieldsOf(clocked({}))).toEqual([]);
  expect(fieldsOf(clocked({ most: 200 }))).toEqual(['clock.most']);
  expect(fieldsOf(clocked({ bpm: 20 }))).toEqual(['clock.bpm']);
  const five = Array.from({ length: 5 }, (_, i) => ({ id: `in${i}`, name: 'In', board: 'board' }));
  expect(fieldsOf((plain) => void (plain.inputs = five))).toEqual(['boards.0']);
  // Each join is a level and a column more, which the runtime counts in eight bits.
  const many = (plain: Instrument) =>
    plain.voices.push(
      ...(Array.from({ length: 33 }, (_, i) => ({
        ...structuredClone(plain.voices[at]),
        ...{ id: `j${i}`, join: { by: 'sum', with: [other] } },
      })) as Instrument['voices']),
    );
  expect(fieldsOf(many)).toEqual([`voices.${wherry.voices.length + 32}.join`]);
});

it('filters on more lanes than a board has columns for: by the first too many; one of what is no level', () => {
  const sheet = (id: string, lanes: number) => ({
    ...{ id, name: id, kind: 'pressure-sheet', board: 'board' },
    lanes: Array.from({ length: lanes }, (_, i) => ({ id: `l${i}`, column: `${id}${i}` })),
    responses: [{ port: 'press', family: 'straight' as const, filter: { is: 'median' as const, of: 3 } }],
  });
  const board = (...lanes: number[]) =>
    instrumentOf(
      lanes.map((n, i) => sheet(`s${i}`, n)),
      [],
    );
  expect(refused(board(60, 60))).toEqual([]);
  expect(refused(board(64, 62))).toEqual([
    'sensors.1.responses.0.filter: a board can have 255 columns at most, read and computed, and this filter needs 1 more',
  ]);
  const gate = board(4);
  gate.sensors[0].responses[0].port = 'gate';
  expect(refused(gate)).toEqual([
    'sensors.0.responses.0.filter: only a level can be filtered, and gate is none',
  ]);
});
