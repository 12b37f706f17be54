import type { Image, State } from './layout';

/** An image at play: its state, and what the functions of the engine hand to each other. */
export interface Engine {
  image: Image;
  state: State;
  /** For each control, above rest and below it: the distances at which its steps begin. Follows from the image. */
  begins: [Uint16Array, Uint16Array][];
  /** Room for {@link mostBytesSettable}; complete messages stand from its start. */
  out: Uint8Array<ArrayBuffer>;
  /** Bytes written to `out` since the frame, the edge or the silence began. */
  bytes: number;
  /** Time of the frame at hand: ticks of 16 µs and slow ticks of 16.4 ms, both modulo 2^16. */
  t: number;
  slow: number;
  /** The counts of the frame at hand stand in `counts` from `at` on. */
  counts: ArrayLike<number>;
  at: number;
  /** The strongest strike of a strike bank at the frame at hand; the bank is −1 until one was asked for. */
  furthest: { bank: number; distance: number };
}

/** First scans after power-up, which a converter and a sensor need to settle. */
export const DISCARDED_SCANS = 5;

/** Bytes of the note-off before a note that another lane holds. */
const OFF_BYTES = 3;

/** Most bytes at once where settings change while it plays: notes that sounded before may then end for others to start. */
export const mostBytesSettable = ({ max_bytes, note_lanes }: Image): number =>
  max_bytes + OFF_BYTES * note_lanes.length;
