import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { asLibrary, libraryHeader } from '../exchange/firmware/library';
import { writeReadme } from '../exchange/firmware/readme';
import type { Instrument } from '../instrument/document';
import { newInstrument } from '../instrument/create';
import { playingOver } from '../instrument/transports';
import { wiringPicture } from './wiring-picture';

const demo = (name: string): Instrument => JSON.parse(readFileSync(`demo/${name}.json`, 'utf8'));
const ALL = ['wherry', 'cairn', 'sallow'].map(demo);

describe('the wiring as a picture', () => {
  const drawn = (instrument: Instrument, board = instrument.boards[0]) => {
    const page = new DOMParser().parseFromString(wiringPicture(instrument, board), 'image/svg+xml');
    expect(page.querySelector('parsererror')).toBeNull();
    return [...page.querySelectorAll('text')].map((t) => t.textContent ?? '');
  };
  it('has every sensor of the board, each pin that the document gives its lanes, and how the part is connected', () => {
    for (const instrument of ALL)
      for (const board of instrument.boards) {
        const words = drawn(instrument, board);
        for (const sensor of instrument.sensors.filter((s) => s.board === board.id)) {
          expect(words.some((w) => w.startsWith(sensor.name))).toBe(true);
          const pins = sensor.lanes
            .flatMap(({ pin, otherPin }) => [pin, otherPin])
            .filter((p) => p !== undefined);
          for (const part of new Set(pins.flatMap((pin) => pin.split('.')))) expect(words).toContain(part);
        }
        expect(words.some((w) => /^(Solder|Connect|Lead) /.test(w))).toBe(true);
      }
  });
  it('takes no name for markup, and draws a board that has not told its pins', () => {
    const evil = newInstrument('evil', '<script>&"\u0001', '2026-01-01T00:00:00Z');
    expect(drawn(evil)[0]).toContain('<script>&"');
    expect(drawn({ ...evil, boards: [{ ...evil.boards[0], pins: undefined }] })).toContain('A0');
  });
});

describe('README.txt', () => {
  it('is under a page, in lines that any editor shows, and says what this board needs said', () => {
    for (const instrument of ALL)
      for (const board of instrument.boards) {
        const text = writeReadme(instrument, board, instrument.id, true);
        const lines = text.split('\n');
        expect(lines.length).toBeLessThan(60);
        expect(lines.every((line) => line.length <= 110)).toBe(true);
        for (const word of [
          'ground',
          'wiring.svg',
          `${instrument.id}.ino`,
          'PRINT_FRAMES',
          'Lit for a second',
        ])
          expect(text).toContain(word);
      }
    const [wherry] = ALL;
    const over = (ways: ('usb' | 'radio')[]) =>
      writeReadme(wherry, playingOver(wherry.boards[0], ways), 'w', false);
    expect(over(['usb'])).toContain('cheir_usb_send');
    expect(over(['usb'])).not.toContain('cheir_radio_begin');
    // Service and characteristic of the published specification.
    expect(over(['radio'])).toMatch(
      /03b80e5a-ede8-4b33-a751-6ce34ec4c700[\s\S]*7772e5db-3868-4112-a1a9-f2669d106bf3/,
    );
    expect(over(['radio'])).not.toContain('.syx');
  });
});

describe('the library', () => {
  it('has its sources, its example and its properties, a line each, whatever the instrument is called', () => {
    const named = { ...ALL[0], name: 'A\nname=evil' };
    const files = asLibrary(
      { 'a.h': '', 'b.c': '', 'w.ino': '#include "instrument.h"\n', 'README.txt': '', 'wiring.svg': '' },
      named,
      'w-1',
    );
    expect(Object.keys(files).sort()).toEqual(
      [
        'README.txt',
        'examples/w-1/w.ino',
        'extras/wiring.svg',
        'library.properties',
        'src/a.h',
        'src/b.c',
        `src/${libraryHeader('w-1')}`,
      ].sort(),
    );
    const keys = files['library.properties']
      .trim()
      .split('\n')
      .map((line) => line.split('=')[0]);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys).toEqual(
      expect.arrayContaining([
        'name',
        'version',
        'author',
        'maintainer',
        'sentence',
        'paragraph',
        'category',
        'url',
        'architectures',
      ]),
    );
    expect(files['examples/w-1/w.ino']).toContain(`#include "${libraryHeader('w-1')}"`);
  });
});
