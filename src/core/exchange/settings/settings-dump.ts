import { structureOf } from '../../engine/change';
import { ONE } from '../../shape/table';
import { blocks } from '../../engine/blocks/registry';
import { partNames, PARTS, type Image } from '../../engine/layout';
import { LAYOUT_VERSION, SETTINGS_HEAD } from '../../engine/records';
import { fromScalars, placed, scalarsOf } from '../../engine/struct';
import { ok, refuse, type Result } from '../../result';
import { crc32 } from '../../units/crc32';
import type { Identity } from '../document/instrument-digest';
import { bodyBytes, HEAD_BYTES, LISTS, settingsBytes, settingsOf, WORD_BYTES } from './settings-room';

/** "Chei", little-endian. */
export const DUMP_MAGIC = 0x69656843;

/**
 * Four bytes that differ wherever two images differ in structure, in where their settings lie, or their boards in wiring: settings
 * of one are none of the other. @param wiring of the board (instrument-digest.ts)
 */
export const structureDigest = (image: Image, wiring: string): number =>
  crc32(
    `${wiring}${partNames().map((part) => settingsOf(part).map(({ path, word }) => path + word))}${structureOf(image)}`,
  );

/**
 * The settings of an image as a dump: a head, then each part's settings record by record in the layout's order, then tables
 * and stairs, each with how many there are before it. Little-endian, as the boards are.
 * @param identity of the instrument on its board; the digest is what the board tells when it is asked
 */
export function writeDump(image: Image, { digest, wiring }: Identity): Uint8Array<ArrayBuffer> {
  const body = new Uint8Array(bodyBytes(image));
  const put = writer(body);
  for (const part of partNames()) {
    const settings = settingsOf(part);
    for (const row of image[part]) {
      const scalars = scalarsOf(PARTS[part].of, row);
      for (const { word, index } of settings) put(word, scalars[index]);
    }
  }
  for (const list of LISTS) {
    put('u16', image[list].length);
    for (const entry of image[list]) put('u16', entry);
  }
  return withHead({ structure: structureDigest(image, wiring), digest: parseInt(digest, 16) }, body);
}

/** Writes words one after another. */
function writer(bytes: Uint8Array<ArrayBuffer>) {
  const view = new DataView(bytes.buffer, bytes.byteOffset);
  let at = 0;
  return (word: keyof typeof WORD_BYTES, value: number): void => {
    if (word === 'u8') view.setUint8(at, value);
    else if (word === 'u16') view.setUint16(at, value, true);
    else view.setUint32(at, value, true);
    at += WORD_BYTES[word];
  };
}

/** A head and its body; the check value covers both, its own place taken as 0. */
function withHead(says: { structure: number; digest: number }, body: Uint8Array): Uint8Array<ArrayBuffer> {
  const dump = new Uint8Array(HEAD_BYTES + body.length);
  const head = {
    magic: DUMP_MAGIC,
    ...says,
    build: 0,
    sequence: 0,
    crc: 0,
    layout: LAYOUT_VERSION,
    length: body.length,
  };
  dump.set(body, HEAD_BYTES);
  const write = (crc: number) => {
    const put = writer(dump);
    const scalars = scalarsOf(SETTINGS_HEAD, { ...head, crc });
    placed(SETTINGS_HEAD).forEach(({ word }, i) => put(word, scalars[i]));
  };
  write(0);
  write(crc32(dump));
  return dump;
}

/**
 * Reads a dump as settings of an image.
 * @param structure an image of the structure that the settings are for @param wiring of its board
 * @returns the image with those settings, and the digest of the instrument; a fault that says why it cannot be taken
 */
export function readDump(
  bytes: Uint8Array,
  structure: Image,
  wiring: string,
): Result<{ image: Image; digest: string }> {
  const no = (says: string) => refuse({ path: '', says });
  const cut = 'It is not whole: a part is missing, or was changed on the way. Ask for it again.';
  if (bytes.length < HEAD_BYTES) return no(cut);
  const dump = Uint8Array.from(bytes);
  const view = new DataView(dump.buffer);
  const fields = placed(SETTINGS_HEAD);
  const head = fromScalars(SETTINGS_HEAD, reader(view, fields)) as Record<string, number>;
  if (head.magic !== DUMP_MAGIC) return no('It holds no settings.');
  if (head.layout !== LAYOUT_VERSION)
    return no(`It was made by another version of Cheironom (layout ${head.layout}, not ${LAYOUT_VERSION}).`);
  if (head.length !== dump.length - HEAD_BYTES) return no(cut);
  view.setUint32(fields.find((f) => f.path === 'crc')!.offset, 0, true);
  if (crc32(dump) !== head.crc) return no(cut);
  if (head.structure !== structureDigest(structure, wiring))
    return no(
      'Its settings are of another structure: other sensors, lanes, voices or pins. Build and load the board anew.',
    );
  const digest = head.digest.toString(16).padStart(8, '0');
  const image = bodyIn(new DataView(dump.buffer, HEAD_BYTES), structure);
  return image && isSound(image, structure) ? ok({ image, digest }) : no(cut);
}

/** Whether settings point to tables and stairs that are there, and say only what MIDI can carry. */
const isSound = (settings: Image, structure: Image): boolean =>
  settings.tables.every((entry) => entry <= ONE) &&
  blocks().every((block) => block.isSound?.(settings, structure) ?? true);

/** Reads words at their places, one after another. */
function reader(view: DataView, fields: readonly { word: keyof typeof WORD_BYTES; offset: number }[]) {
  let i = 0;
  return (): number => {
    const { word, offset } = fields[i++];
    return word === 'u8'
      ? view.getUint8(offset)
      : word === 'u16'
        ? view.getUint16(offset, true)
        : view.getUint32(offset, true);
  };
}

/** @returns null where it is too long or too short */
function bodyIn(view: DataView, structure: Image): Image | null {
  let at = 0;
  const next = (word: keyof typeof WORD_BYTES): number => {
    const value = reader(view, [{ word, offset: at }])();
    at += WORD_BYTES[word];
    return value;
  };
  const image = { ...structure };
  const fixed = partNames().reduce((n, part) => n + structure[part].length * settingsBytes(part), 0);
  if (view.byteLength < fixed) return null;
  for (const part of partNames()) {
    const struct = PARTS[part].of;
    const settings = settingsOf(part);
    const rows = structure[part].map((row) => {
      const scalars = scalarsOf(struct, row);
      for (const { word, index } of settings) scalars[index] = next(word);
      let i = 0;
      return fromScalars(struct, () => scalars[i++]);
    });
    Object.assign(image, { [part]: rows });
  }
  for (const list of LISTS) {
    const n = at + 2 <= view.byteLength ? next('u16') : Infinity;
    if (at + 2 * n > view.byteLength) return null;
    image[list] = Array.from({ length: n }, () => next('u16'));
  }
  return at === view.byteLength ? image : null;
}
