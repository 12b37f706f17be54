import fc from 'fast-check';
import JZZ from 'jzz';
import smf from 'jzz-midi-smf';
import { parseMidi } from 'midi-file';
import { describe, expect, it } from 'vitest';
import { dataBytes, splitMessages } from './messages';
import { variableLength, writeSmf } from './smf';
import { controllerWords, messageWords, noteName, noteNumber } from './words';

smf(JZZ);
// The plug-in adds this class at run time; its package ships no types.
const { SMF: Smf } = JZZ.MIDI as unknown as { SMF: new (bytes: string) => (number[] & { tt: number })[][] };

describe('messages (MIDI 1.0 Detailed Specification 1996, tables I–III)', () => {
  it('program change and channel pressure have one data byte, the others two', () => {
    expect([0x80, 0x9f, 0xa3, 0xb0, 0xc1, 0xd2, 0xe0].map(dataBytes)).toEqual([2, 2, 2, 2, 1, 1, 2]);
  });
  it('are split at each status byte, and refused where one is missing or cut short', () => {
    expect(splitMessages([0x90, 0x3c, 0x40, 0xd2, 0x05, 0xb0, 2, 0x7f])).toEqual([
      [0x90, 0x3c, 0x40],
      [0xd2, 0x05],
      [0xb0, 2, 0x7f],
    ]);
    expect(() => splitMessages([0x90, 60])).toThrow(/cut short/);
    expect(() => splitMessages([60])).toThrow(/status/);
  });
  it('says them in words', () => {
    expect(messageWords([0x90, 62, 87])).toBe('note 62 on, 87');
    expect(messageWords([0x90, 62, 0])).toBe('note 62 off');
    expect(messageWords([0xb0, 2, 41])).toBe('CC 2 breath = 41');
    expect(messageWords([0xb0, 34, 9])).toBe('CC 2 breath fine = 9');
    expect(messageWords([0xd0, 9])).toBe('pressure = 9');
    expect([noteName(60), noteName(69), noteName(0)]).toEqual(['C4', 'A4', 'C-1']);
    for (let note = 0; note < 128; note++) expect(noteNumber(noteName(note))).toBe(note);
    expect(['f#3', 'Db4', ' c4 ', 'cb4', 'H4', 'C', '60', 'G#9', 'C-2'].map(noteNumber)).toEqual([
      ...[54, 61, 60, 59, null, null, null, null, null],
    ]);
    expect(controllerWords(20)).toBe('CC 20');
  });
});

describe('Standard MIDI File', () => {
  it('writes variable lengths as the specification’s own table does (SMF 1.0, 1996)', () => {
    const table: [number, number[]][] = [
      [0x00, [0x00]],
      [0x40, [0x40]],
      [0x7f, [0x7f]],
      [0x80, [0x81, 0x00]],
      [0x2000, [0xc0, 0x00]],
      [0x3fff, [0xff, 0x7f]],
      [0x4000, [0x81, 0x80, 0x00]],
      [0x1fffff, [0xff, 0xff, 0x7f]],
      [0x200000, [0x81, 0x80, 0x80, 0x00]],
      [0xfffffff, [0xff, 0xff, 0xff, 0x7f]],
    ];
    for (const [n, bytes] of table) expect(variableLength(n)).toEqual(bytes);
    expect(() => variableLength(2 ** 28)).toThrow(RangeError);
  });

  const channel = fc.integer({ min: 0, max: 15 });
  const data = (min: number, max: number) => fc.integer({ min, max });
  const message = fc.oneof(
    fc.tuple(channel, data(0, 127), data(1, 127)).map(([c, note, velocity]) => [0x90 | c, note, velocity]),
    fc.tuple(channel, data(0, 127)).map(([c, note]) => [0x80 | c, note, 64]),
    fc
      .tuple(channel, data(0, 119), data(0, 127))
      .map(([c, controller, value]) => [0xb0 | c, controller, value]),
    fc.tuple(channel, data(0, 127)).map(([c, value]) => [0xd0 | c, value]),
    fc.tuple(channel, data(0, 127), data(0, 127)).map(([c, low, high]) => [0xe0 | c, low, high]),
    fc.tuple(channel, data(0, 127), data(0, 127)).map(([c, note, value]) => [0xa0 | c, note, value]),
  );
  const events = fc
    .array(fc.record({ wait: fc.integer({ min: 0, max: 3_000_000 }), bytes: message }), { maxLength: 60 })
    .map((list) => {
      let tUs = 7_000_000;
      return list.map(({ wait, bytes }) => ({ tUs: (tUs += wait), bytes }));
    });

  it('is read back by two independent parsers, every byte at its millisecond', () => {
    fc.assert(
      fc.property(events, (list) => {
        const bytes = writeSmf(list, 7_000_000, 'Wherry');
        const want = list.map((e) => [Math.round((e.tUs - 7_000_000) / 1000), ...e.bytes].join());

        const parsed = parseMidi(bytes);
        expect([parsed.header.format, parsed.header.numTracks, parsed.header.ticksPerBeat]).toEqual([
          0, 1, 1000,
        ]);
        expect(parsed.tracks[0].find((e) => e.type === 'setTempo')).toMatchObject({
          microsecondsPerBeat: 1_000_000,
        });
        let tick = 0;
        const viaFirst = parsed.tracks[0].flatMap((e) => {
          tick += e.deltaTime;
          if (e.type === 'noteOn') return [[tick, 0x90 | e.channel, e.noteNumber, e.velocity].join()];
          if (e.type === 'noteOff') return [[tick, 0x80 | e.channel, e.noteNumber, e.velocity].join()];
          if (e.type === 'pitchBend')
            return [[tick, 0xe0 | e.channel, (e.value + 8192) & 127, (e.value + 8192) >> 7].join()];
          if (e.type === 'noteAftertouch') return [[tick, 0xa0 | e.channel, e.noteNumber, e.amount].join()];
          if (e.type === 'controller') return [[tick, 0xb0 | e.channel, e.controllerType, e.value].join()];
          return e.type === 'channelAftertouch' ? [[tick, 0xd0 | e.channel, e.amount].join()] : [];
        });
        expect(viaFirst).toEqual(want);

        const second = new Smf(String.fromCharCode(...bytes));
        const track = [...second[0]].filter((m) => m[0] !== undefined && m[0] < 0xf0);
        expect(track.map((m) => [m.tt, ...m].join())).toEqual(want);
      }),
      { numRuns: 60 },
    );
  });
});
