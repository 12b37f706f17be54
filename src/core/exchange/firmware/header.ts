import { CONTROL_KIND, isCoarse } from '../../engine/codes';
import { bendsNotes } from '../../engine/channels';
import { mostBytesSettable } from '../../engine/engine';
import { Parts } from '../../engine/image/parts';
import { COUNTS, type Image } from '../../engine/layout';
import { velocities } from '../../engine/voices/velocity';
import { dataBytes } from '../../midi/messages';
import { contactsOf } from '../../instrument/access';
import type { Board } from '../../instrument/board';
import { VERSION, type Instrument } from '../../instrument/document';
import { arrayOf, cTypeOf, partsOf, readArray, room, type Part } from './c-image';
import { structureDigest } from '../settings/settings-dump';
import { dumpRoom, roomOf } from '../settings/settings-room';
import { commentSafe } from './comment-safe';
import { digestOf, type Identity } from '../document/instrument-digest';

/** What the sketch is made for, in one comment. */
const madeFor = (instrument: Instrument, columns: readonly string[]) =>
  `/* ${commentSafe(instrument.name)}: made by Cheironom, document version ${VERSION}. Columns: ${columns.map(commentSafe).join(', ')}. */`;

/** instrument.h: what the sketch asks about its instrument. @param columns names of the frame's columns, in order @param settable whether its settings can be changed */
export function writeHeader(
  instrument: Instrument,
  board: Board,
  image: Image,
  columns: readonly string[],
  settable: boolean,
): string {
  const facts: Record<string, string | number> = {
    VERSION,
    DIGEST: `"${digestOf(instrument, board, image)}"`,
    BITS: board.bits,
    COLUMNS: columns.length,
    CONTACTS: contactsOf(instrument, board).length,
    SCAN_HZ: board.scanHz,
    MIDI_BAUD: board.midiBaud,
    NAMES: `"${columns.join(',')}"`,
    MAX_BYTES: settable ? mostBytesSettable(image) : image.max_bytes,
  };
  return [
    madeFor(instrument, columns),
    '#ifndef INSTRUMENT_H',
    '#define INSTRUMENT_H',
    '',
    ...Object.entries(facts).map(([name, value]) => `#define INSTRUMENT_${name} ${value}`),
    '',
    '#endif',
    '',
  ].join('\n');
}

/**
 * cheironom_config.h: how much of everything the runtime has, so that it compiles in only what is used.
 * @param identity of the instrument where its settings lie in memory and can be changed; null where all of it is constant
 */
export function writeConfig(image: Image, identity: Identity | null): string {
  const some = (there: boolean) => (there ? 1 : 0);
  const uses: Record<string, number | string> = {
    TABLE_BITS: image.table_bits,
    BYTE_US: image.byte_us,
    ...Object.fromEntries(COUNTS.map((count) => [count, image[count]])),
    coarse: some(image.controls.length === 0 || image.controls.some((c) => isCoarse(c.kind))),
    pressure: some(
      image.pools.length > 0 ||
        [...image.controls, ...image.switched].some(({ status }) => dataBytes(status) === 1),
    ),
    poly: some(image.controls.some((c) => c.kind === CONTROL_KIND.polyPressure)),
    fine: some(image.controls.some((c) => !isCoarse(c.kind))),
    bends: some(image.controls.some((c) => c.kind === CONTROL_KIND.bend)),
    bent: some(bendsNotes(image)),
    of_notes: some(image.controls.some(({ lane }) => lane > 0)),
    ...Object.fromEntries(
      velocities().map(({ name }, code) => [
        `velocity_${name}`,
        some(image.notes.some(({ velocity }) => velocity === code)),
      ]),
    ),
    TABLES_N: image.tables.length,
    STAIRS_N: image.stairs.length,
    SETTABLE: some(identity !== null),
    ...(identity === null ? {} : settableFacts(image, identity)),
  };
  const parts = partsOf(image);
  return [
    '/* Made by Cheironom. */',
    ...parts.map((part) => `#define CHEIR_${part.name} ${entriesOf(image, part, identity !== null)}`),
    ...Object.entries(uses).map(([name, value]) => `#define CHEIR_${name} ${value}`),
    ...parts.map((part) => `extern ${declared(image, part, identity !== null)};`),
    '',
  ].join('\n');
}

const settableFacts = (image: Image, { digest, wiring }: Identity): Record<string, string | number> => ({
  STRUCTURE: `0x${structureDigest(image, wiring).toString(16)}ul`,
  DIGEST: `0x${digest}ul`,
  DUMP_BYTES: `${dumpRoom(image)}u`,
});

/** Entries that a list has room for: tables and stairs for those of any settings, where they can change. */
const entriesOf = (image: Image, { name, rows }: Part, settable: boolean): number =>
  settable && (name === 'tables' || name === 'stairs') ? roomOf(image)[name] : rows.length;

function declared(image: Image, part: Part, settable: boolean): string {
  const list = `${cTypeOf(part.type)} cheir_image_${part.name}[${room(entriesOf(image, part, settable))}]`;
  return settable ? list : `const ${list} CHEIR_FLASH`;
}

/** instrument.c: the image itself. @param settable whether it lies in memory, and its settings can be changed */
export const writeSource = (image: Image, settable: boolean): string =>
  [
    '/* Made by Cheironom. */',
    '#include "cheironom.h"',
    '',
    ...partsOf(image).map((part) => arrayOf(part, declared(image, part, settable))),
    '',
  ].join('\n');

/**
 * Reads the board's files back into an image, to prove what they say.
 * @throws RangeError where a part is missing
 */
export function readImage(files: { header: string; config: string; source: string }): Image {
  const define = (text: string, name: string): number => {
    const found = new RegExp(`#define ${name} (\\d+)`).exec(text);
    if (!found) throw new RangeError(`readImage: ${name} is required, it was not found`);
    return Number(found[1]);
  };
  const { image: empty } = new Parts({ table_bits: 0, byte_us: 0 });
  const used: Record<string, string> = { tables: 'TABLES_N', stairs: 'STAIRS_N' };
  const lists = partsOf(empty).map(({ name, type }) => {
    const rows = readArray(files.source, name, type, define(files.config, `CHEIR_${used[name] ?? name}`));
    return [name, rows];
  });
  return {
    ...(Object.fromEntries(lists) as Image),
    ...Object.fromEntries(COUNTS.map((count) => [count, define(files.config, `CHEIR_${count}`)])),
    table_bits: define(files.config, 'CHEIR_TABLE_BITS'),
    byte_us: define(files.config, 'CHEIR_BYTE_US'),
    max_bytes: define(files.header, 'INSTRUMENT_MAX_BYTES'),
  };
}
