import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { strToU8, zipSync } from 'fflate';
import { compile } from '@/core/compile/compile';
import { blocks } from '@/core/engine/blocks/registry';
import { writeConfig, writeHeader, writeSource } from '@/core/exchange/firmware/header';
import { identityOf } from '@/core/exchange/document/instrument-digest';
import { holdsSettings } from '@/core/exchange/firmware/image-size';
import { writeInstrument } from '@/core/exchange/document/instrument-json';
import { asLibrary, libraryName } from '@/core/exchange/firmware/library';
import { writeReadme } from '@/core/exchange/firmware/readme';
import { fillSketch } from '@/core/exchange/firmware/sketch';
import { columnsOf, contactsOf } from '@/core/instrument/access';
import type { Board } from '@/core/instrument/board';
import type { Instrument } from '@/core/instrument/document';
import { wiringPicture } from '@/core/plan/wiring-picture';
import { FIRMWARE } from './compiler';

/** The same instrument gives the same zip, byte for byte: the archive's times are fixed. */
const MTIME = new Date(1980, 0, 1);

function part(name: string): string {
  return `cheironom_${name}.h`;
}

/** The runtime's own files: what it declares, what it does, and the parts of that. */
const RUNTIME = [
  'cheironom.h',
  'cheironom.c',
  ...[
    'layout',
    'blocks',
    'image',
    'numbers',
    'place',
    'wire',
    'merge',
    'zero',
    'velocity',
    'bend',
    'glide_pitch',
    'allocator',
    'events',
    'stroke',
    'low_pass',
  ].map(part),
  ...['change', 'settings', 'tables'].map(part),
  ...blocks().flatMap(({ file }) => (file === undefined ? [] : part(file))),
  ...[
    'frames',
    'sysex',
    'weak',
    'message',
    'wait',
    'ways_out',
    'usb',
    'usb_port',
    'radio',
    'radio_port',
    'port',
    'power_up',
    'timed_edges',
    'converter',
    'charge',
    'touch_pads',
    'line',
    'lights',
    'own_light',
    'keep',
  ].map(part),
];

/**
 * Everything that a board needs, twice: as one folder with runtime, image, sketch and the instrument itself, and as a library that
 * makers' build tools import as it is, with the sketch as its example. Two folders a board, where there are several.
 */
export async function firmwareZip(instrument: Instrument): Promise<Uint8Array<ArrayBuffer>> {
  const source = (name: string) => readFile(path.join(FIRMWARE, name), 'utf8');
  const runtime = await Promise.all(RUNTIME.map(async (name) => [name, await source(name)] as const));
  const sketch = await source('sketch.ino');
  const several = instrument.boards.length > 1;
  const entries = instrument.boards.flatMap((board) => {
    const folder = folderName(several ? `${instrument.id}-${board.id}` : instrument.id);
    const files = { ...Object.fromEntries(runtime), ...boardFiles(instrument, board, sketch, folder) };
    const library = asLibrary(files, instrument, folder);
    return [
      ...Object.entries(files).map(([name, text]) => [`${folder}/${name}`, text] as const),
      ...Object.entries(library).map(([name, text]) => [`${libraryName(folder)}/${name}`, text] as const),
    ].map(([name, text]) => [name, strToU8(text)] as const);
  });
  return Uint8Array.from(zipSync(Object.fromEntries(entries), { mtime: MTIME, level: 9 }));
}

/** A folder that every system can make: some keep names of devices for themselves. */
const folderName = (name: string): string =>
  /^(con|prn|aux|nul|com\d|lpt\d)$/.test(name) ? `${name}-board` : name;

/** What is one board's own. @param name of its sketch, which must be its folder's */
function boardFiles(
  instrument: Instrument,
  board: Board,
  sketch: string,
  name: string,
): Record<string, string> {
  const image = compile(instrument, board);
  const columns = columnsOf(instrument, board);
  const contacts = contactsOf(instrument, board).length;
  const settable = holdsSettings(image, board, columns.length, contacts);
  const identity = identityOf(instrument, board, image);
  return {
    'cheironom_config.h': writeConfig(image, settable ? identity : null),
    'instrument.h': writeHeader(instrument, board, image, columns, settable),
    'instrument.c': writeSource(image, settable),
    [`${name}.ino`]: fillSketch(sketch, instrument, board, settable),
    'instrument.json': writeInstrument(instrument),
    'README.txt': writeReadme(instrument, board, name, settable),
    'wiring.svg': wiringPicture(instrument, board),
  };
}
