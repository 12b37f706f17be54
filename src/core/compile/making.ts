import type { LISTENER } from '../engine/records';
import type { Parts } from '../engine/image/parts';
import type { Of } from '../engine/struct';
import type { Instrument } from '../instrument/document';
import type { Compiled, Heard } from '../ways/way';

export type Listener = Of<typeof LISTENER>;

/** What voices are compiled with. */
export interface Making {
  instrument: Instrument;
  parts: Parts;
  /** By the id of the sensor; those that are not calibrated, or not on the board, are not in it. */
  sensors: Map<string, Compiled>;
  /** Who hears each bank's gates. */
  heard: Map<Heard, Listener[]>;
}
