import { partNames, PARTS, stateLists, type Count, type Image, type PartName } from '../../engine/layout';
import { ENGINE_STATE } from '../../engine/records';
import { sizeOf } from '../../engine/struct';
import type { Board } from '../../instrument/board';
import { dumpRoom, roomOf } from '../settings/settings-room';

/** Bytes of an image in flash: its parts, its tables and its stairs. */
export const imageBytes = (image: Image): number =>
  partNames().reduce((n, name) => n + image[name].length * sizeOf(PARTS[name].of), 0) +
  2 * (image.tables.length + image.stairs.length);

const lengthOf = (image: Image, counted: PartName | Count): number => {
  const of = image[counted];
  return typeof of === 'number' ? of : of.length;
};

/** Bytes of memory that it needs while it plays: its state, and room for what one frame sends. */
export const stateBytes = (image: Image): number =>
  stateLists().reduce((n, { of, counted }) => n + lengthOf(image, counted) * sizeOf(of), 0) +
  sizeOf(ENGINE_STATE) +
  image.max_bytes;

/** The sketch's own queue beyond what one scan sends, bytes (firmware/sketch.ino). */
const QUEUE_BYTES = 64;
/** What stack, ports and clock of a small board's libraries take, bytes: common practice, no source. */
const LIBRARY_BYTES = 400;
/** Runtime, sketch and a small board's libraries with everything compiled in, bytes: measured on an 8-bit chip, rounded up. */
const PROGRAM_BYTES = 16 * 1024;

/** What an instrument takes of a board, bytes. @param columns, contacts that the board scans */
export const boardNeeds = (image: Image, columns: number, contacts: number) => ({
  memoryBytes:
    stateBytes(image) +
    image.max_bytes +
    QUEUE_BYTES +
    2 * (columns + image.derived) +
    2 * contacts +
    LIBRARY_BYTES,
  flashBytes: imageBytes(image) + PROGRAM_BYTES,
});

/** Memory that settings take which can be changed while it plays, bytes: the image, its room for other curves, and a dump. */
export function settingsBytes(image: Image): number {
  const room = roomOf(image);
  const more = room.tables - image.tables.length + room.stairs - image.stairs.length;
  return imageBytes(image) + 2 * more + dumpRoom(image);
}

/** Bits of a converter over which a board whose memory is not told is taken for a larger one: common practice, no source. */
const SMALL_BITS = 10;

/** Longest dump, bytes: two slots are addressed in 16 bits (firmware/cheironom.h). */
const LONGEST_DUMP = 0x7fff;

/** Whether a board has the memory for settings that can be changed while it plays. */
export function holdsSettings(image: Image, board: Board, columns: number, contacts: number): boolean {
  if (dumpRoom(image) > LONGEST_DUMP) return false;
  if (board.memoryBytes === undefined) return board.bits > SMALL_BITS;
  return boardNeeds(image, columns, contacts).memoryBytes + settingsBytes(image) <= board.memoryBytes;
}

/** What a board has too little of, each with both figures; none where it is not told what it has. */
export function shortfalls(image: Image, board: Board, columns: number, contacts: number) {
  const needs = boardNeeds(image, columns, contacts);
  const short = (field: 'memoryBytes' | 'flashBytes', what: string) => {
    const has = board[field];
    return has === undefined || needs[field] <= has
      ? []
      : [{ field, says: `It takes about ${needs[field]} bytes of ${what}; ${board.name} has ${has}.` }];
  };
  const all = [...short('memoryBytes', 'memory'), ...short('flashBytes', 'program memory')];
  if (image.learns.length === 0 || holdsSettings(image, board, columns, contacts)) return all;
  const bytes = needs.memoryBytes + settingsBytes(image);
  const has = board.memoryBytes ?? 'an amount that is not told';
  const says = `Its button measures into memory: about ${bytes} bytes in all; ${board.name} has ${has}.`;
  return [...all, { field: 'button' as const, says }];
}
