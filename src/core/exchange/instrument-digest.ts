import type { Image } from '../engine/layout';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { crc32 } from './crc32';
import { pinsOf } from './sketch';

/** Eight hex digits that change whenever anything that the board plays changes: its image, scan rate and pins. */
export const digestOf = (instrument: Instrument, board: Board, image: Image): string =>
  crc32(JSON.stringify({ image, scanHz: board.scanHz, pins: pinsOf(instrument, board) }))
    .toString(16)
    .padStart(8, '0');
