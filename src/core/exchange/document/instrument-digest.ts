import type { Image } from '../../engine/layout';
import type { Board } from '../../instrument/board';
import type { Instrument } from '../../instrument/document';
import { crc32 } from '../../units/crc32';
import { wiringOf } from '../firmware/wiring';

/** What a board is told apart by. */
export interface Identity {
  /** Eight hex digits that change whenever anything that the board plays changes: its image, scan rate, bits and pins. */
  digest: string;
  /** What no settings change: scan rate, bits and pins (sketch.ts). */
  wiring: string;
}

export function identityOf(instrument: Instrument, board: Board, image: Image): Identity {
  const wiring = wiringOf(instrument, board);
  return { digest: crc32(JSON.stringify({ image, wiring })).toString(16).padStart(8, '0'), wiring };
}

export const digestOf = (instrument: Instrument, board: Board, image: Image): string =>
  identityOf(instrument, board, image).digest;
