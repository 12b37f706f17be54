import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import type { Instrument } from '../../instrument/document';
import { randomInstrument } from '@/core/testing/random-instruments';
import { compile } from '../../compile/compile';
import { columnsOf } from '../../instrument/access';
import { writeBlocks } from './c-blocks';
import { writeLayout } from './c-layout';
import { writeTables } from './c-tables';
import { crc32 } from '../../units/crc32';
import { readImage, writeConfig, writeHeader, writeSource } from './header';
import { digestOf, type Identity } from '../document/instrument-digest';

const demo = () => JSON.parse(readFileSync('demo/wherry.json', 'utf8'));

describe('the board’s files', () => {
  const filesOf = (instrument: Instrument, identity: Identity | null = null) => {
    const image = compile(instrument);
    const header = writeHeader(instrument, instrument.boards[0], image, columnsOf(instrument), false);
    const source = writeSource(image, identity !== null);
    return { image, files: { header, config: writeConfig(image, identity), source } };
  };
  it('say everything that the image does: read back it is the same, also where there is no voice', () => {
    for (let seed = 300; seed < 340; seed++) {
      const instrument = randomInstrument(seed);
      if (seed % 10 === 0) instrument.voices = [];
      for (const identity of [null, { digest: '00c0ffee', wiring: '' }]) {
        const { image, files } = filesOf(instrument, identity);
        expect(readImage(files)).toEqual(image);
      }
    }
  });
  it('have a digest that changes with what is played and only then (CRC-32 of ISO 3309: "123456789" gives cbf43926)', () => {
    expect(crc32('123456789')).toBe(0xcbf43926);
    const instrument = demo();
    const [board] = instrument.boards;
    const digest = () => digestOf(instrument, board, compile(instrument));
    const before = digest();
    instrument.name = 'Another';
    expect(digest()).toBe(before);
    const seen = new Set([before]);
    instrument.zones[0].channel = (instrument.zones[0].channel % 16) + 1;
    seen.add(digest());
    board.scanHz += 1;
    seen.add(digest());
    instrument.sensors[0].lanes[0].pin = 'A7';
    seen.add(digest());
    instrument.sensors.find((s: { id: string }) => s.id === 'knee')!.lanes[0].pin = '27';
    seen.add(digest());
    expect(seen.size).toBe(5);
  });
  it('lets no name end its comment', () => {
    const instrument = { ...randomInstrument(3), name: 'evil */ int main(void) { return 1; } /*' };
    expect(filesOf(instrument).files.header.split('\n')[0].match(/\*\//g)).toHaveLength(1);
  });
  it('lie as the layout says: the header of its structs is the one that the layout gives', () => {
    expect(readFileSync('firmware/cheironom_layout.h', 'utf8')).toBe(writeLayout());
    expect(readFileSync('firmware/cheironom_blocks.h', 'utf8')).toBe(writeBlocks());
    expect(readFileSync('firmware/cheironom_tables.h', 'utf8')).toBe(writeTables());
  });
});
