import * as scaleType from '@tonaljs/scale-type';
import { describe, expect, it } from 'vitest';
import { frequencyBytes, tuningDump } from '../midi/tuning-dump';
import { tunedOctave } from './tuned-octave';
import { readKbm, readScl, writeKbm, writeScl } from './scala';
import { SCALE_DICTIONARY } from './scale-dictionary';
import { semitonesOf } from './frequency';
import { bendOfSemitones, centsOfDegree, notesBetween, pitchOfKey, spell, stepped } from './tuning';

/** Names of the dictionary that the registry's music-theory library gives otherwise. */
const ELSEWHERE: Record<string, string> = { 'natural minor': 'aeolian' };

describe('scales', () => {
  it('are those of an independent library of music theory, by name', () => {
    for (const [name, notes] of Object.entries(SCALE_DICTIONARY)) {
      const { chroma } = scaleType.get(ELSEWHERE[name] ?? name);
      const own = Array.from({ length: 12 }, (_, n) => (notes.includes(n) ? '1' : '0')).join('');
      expect(own, name).toBe(chroma);
    }
  });
  it('move in key: a third and a fifth above each note of C major (any textbook of harmony)', () => {
    const cMajor = { is: 'scale', key: 0, notes: SCALE_DICTIONARY.major } as const;
    const chord = (note: number) => [note, stepped(cMajor, note, 2), stepped(cMajor, note, 4)];
    expect([60, 62, 64, 65, 67, 69, 71].map(chord)).toEqual([
      ...[
        [60, 64, 67],
        [62, 65, 69],
        [64, 67, 71],
        [65, 69, 72],
      ],
      ...[
        [67, 71, 74],
        [69, 72, 76],
        [71, 74, 77],
      ],
    ]);
    expect(notesBetween({ ...cMajor, key: 7 }, 60, 72)).toEqual([59, 60, 62, 64, 66, 67, 69, 71, 72, 74]);
  });
});

it('an octave of a tuning is heard note by note, each bent before it begins and ended', () => {
  const quarter = { is: 'scala', cents: [50, 100, 1200] } as const;
  // A degree a key: the third key above middle C is an octave up.
  expect(tunedOctave(quarter, 15)).toEqual([
    {
      on: [
        [0xef, 0, 64],
        [0x9f, 60, 90],
      ],
      off: [0x8f, 60, 64],
    },
    {
      on: [
        [0xef, 0, 48],
        [0x9f, 61, 90],
      ],
      off: [0x8f, 61, 64],
    },
    {
      on: [
        [0xef, 0, 64],
        [0x9f, 61, 90],
      ],
      off: [0x8f, 61, 64],
    },
    {
      on: [
        [0xef, 0, 64],
        [0x9f, 72, 90],
      ],
      off: [0x8f, 72, 64],
    },
  ]);
});

describe('pitch', () => {
  it('the boundary between 440 and 466.164 Hz lies at their geometric mean, 452.893 Hz (handbook 6)', () => {
    expect(440 * 2 ** ((semitonesOf(452.893) - 69) / 12)).toBeCloseTo(452.893, 6);
    expect(semitonesOf(Math.sqrt(440 * 466.164))).toBeCloseTo(69.5, 4);
    expect(semitonesOf(452.893)).toBeCloseTo(69.5, 4);
  });
  it('bends by 8192 + round(8192·cents/(100·range)), cents a step as the handbook has them', () => {
    const step = (range: number) => (100 * range) / 8192;
    expect([step(2), step(12), step(48)].map((c) => Number(c.toPrecision(3)))).toEqual([
      0.0244, 0.146, 0.586,
    ]);
    expect([0, 1, -1, 2, -2, 3, -3].map((s) => bendOfSemitones(s, 2))).toEqual([
      ...[8192, 12288, 4096, 16383, 0, 16383, 0],
    ]);
    expect(spell(60.5, 48)).toEqual({ note: 61, bend: 8192 - 85 });
  });
});

describe('Scala files (their published description, from memory)', () => {
  const scl =
    '! meantone.scl\n!\n1/4-comma meantone\n 12\n!\n 76.04900\n 193.15686\n 310.26471\n 5/4\n 503.42157\n 579.47057\n 696.57843\n 25/16 comment\n 889.73529\n 1006.84314\n 1082.89214\n 2/1\n';
  it('reads cents and ratios, and comments wherever they stand', () => {
    const read = readScl(scl);
    if (!read.ok) throw new Error(read.faults[0].says);
    expect(read.value.description).toBe('1/4-comma meantone');
    expect(read.value.cents).toHaveLength(12);
    // 5/4 is 386.3137 cents, 25/16 twice that.
    expect(read.value.cents[3]).toBeCloseTo(386.3137, 4);
    expect(read.value.cents[7]).toBeCloseTo(772.6274, 4);
    expect(read.value.cents[11]).toBe(1200);
    const again = readScl(writeScl(read.value));
    expect(again.ok && again.value.cents.map((c, i) => Math.abs(c - read.value.cents[i]) < 1e-6)).toEqual(
      new Array(12).fill(true),
    );
  });
  it('says what is wrong by the line', () => {
    const said = (text: string) => {
      const read = readScl(text);
      return read.ok ? [] : read.faults.map(({ path, says }) => `${path}: ${says}`);
    };
    expect(said('x\n2\n100.\nseven\n')).toEqual([
      'line 4: must be cents with a point, or a ratio above 0, got seven',
    ]);
    expect(said('x\n3\n100.\n2/1\n')).toEqual([': must have 3 notes, the file ends after 2']);
    expect(said('x\nmany\n')).toEqual(['line 2: must be a number of notes, 1 … 128, got many']);
    expect(said('! only\nx\n2\n1/0\n0.0\n')).toEqual([
      'line 4: must be cents with a point, or a ratio above 0, got 1/0',
    ]);
    expect(said('x\n1\n-5.\n')[0]).toMatch(/line 3: must be above 0 cents/);
    const kbm = readKbm('12\n0\n127\n60\n69\n440.0\n99999\n');
    expect(kbm.ok ? [] : kbm.faults.map((f) => f.path)).toEqual(['line 7']);
  });
  it('maps keys: seven white keys, five silent; the reference sounds as it says, whatever the scale', () => {
    const map = {
      first: 0,
      last: 127,
      middle: 60,
      reference: 69,
      hz: 432,
      octave: 7,
      keys: [0, -1, 1, -1, 2, 3, -1, 4, -1, 5, -1, 6],
    };
    const read = readKbm(writeKbm(map));
    expect(read).toEqual({ ok: true, value: map });
    const tuning = { is: 'scala', cents: [204, 386, 498, 702, 884, 1088, 1200], map } as const;
    expect(pitchOfKey(tuning, 61)).toBeNull();
    expect(pitchOfKey(tuning, 69)).toBeCloseTo(semitonesOf(432), 9);
    expect(pitchOfKey(tuning, 72)! - pitchOfKey(tuning, 60)!).toBeCloseTo(12, 9);
    expect(centsOfDegree([204, 386, 1200], -1)).toBe(-814);
  });
});

describe('MIDI Tuning Standard', () => {
  it('writes frequencies as its own table of examples does', () => {
    // "Frequency data format", examples: 00 00 00 is 8.1758 Hz, 3C 00 00 261.6256, 45 00 00 440.0, 45 00 01 440.0016; 7F 7F 7F is kept for "no change".
    expect([0, 60, 69, 69 + 1 / 16384, null, 128].map(frequencyBytes)).toEqual([
      ...[
        [0, 0, 0],
        [0x3c, 0, 0],
        [0x45, 0, 0],
        [0x45, 0, 1],
        [0x7f, 0x7f, 0x7f],
        [0x7f, 0x7f, 0x7e],
      ],
    ]);
  });
  it('is 408 bytes with its check, all data bytes of seven bits', () => {
    const dump = tuningDump(
      Array.from({ length: 128 }, (_, key) => key + 0.31),
      'Meantone',
    );
    expect(dump).toHaveLength(408);
    expect(dump.slice(0, 6)).toEqual([0xf0, 0x7e, 0x7f, 8, 1, 0]);
    expect(dump.slice(1, -1).every((byte) => byte < 128)).toBe(true);
    expect(dump.slice(1, -1).reduce((check, byte) => check ^ byte, 0)).toBe(0);
  });
});
