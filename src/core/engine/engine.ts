import type { Image, State } from './layout';

/** Counts that can be read and, where columns are derived, written. */
export type Counts = { readonly length: number; [at: number]: number };

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
  /** And µs, modulo 2^16. */
  us: number;
  /** Of the frame at hand: units of 4 µs since the one before, {@link MOST_STEP} at most; and when it was, µs modulo 2^32. */
  step: number;
  frameUs: number;
  /** The counts of the frame at hand stand in `counts` from `at` on: its columns, then those derived from them. */
  counts: Counts;
  at: number;
  /** Where they are put together, where any are derived. */
  row: Uint16Array<ArrayBuffer>;
  /** Whether they have been derived already, for many frames at once. */
  derived: boolean;
  /** Whether bands were emptied by what does not play them: a gate has let controls follow again, or rest has moved. {@link playMany} looks at them all then. */
  woken: boolean;
  /** The strongest strike of a strike bank at the frame at hand; the bank is −1 until one was asked for. */
  furthest: { bank: number; distance: number };
  /** Told of each note as it begins, where a take is judged; no board has it, and nothing that is sent depends on it. */
  watch: Watch | null;
}

/** @param lane whose channel the note has, in the image's list @param channel 0 … 15 @param note 0 … 127 */
export type Watch = (lane: number, channel: number, note: number) => void;

/** 65 ms: the longest time between two frames that is told apart, units of 4 µs. */
export const MOST_STEP = 0x3fff;

/** A frame comes: how long after the one before. */
export function stepTo(e: Engine, tUs: number): void {
  e.step = Math.min(MOST_STEP, ((tUs - e.frameUs) >>> 0) >>> 2);
  e.frameUs = tUs >>> 0;
}

/** First scans after power-up, which a converter and a sensor need to settle. */
export const DISCARDED_SCANS = 5;

/** Bytes of a note-off. */
export const OFF_BYTES = 3;
/** Of "sustain" off and "all notes off", a channel. */
export const END_BYTES = 6;

/**
 * Most bytes at once where settings change while it plays: notes that sounded before may then end for others to start, and all may
 * be on channels of their own.
 */
export const mostBytesSettable = ({ max_bytes, note_lanes, controls, switched }: Image): number =>
  Math.max(
    max_bytes + OFF_BYTES * note_lanes.length,
    END_BYTES * Math.min(16, note_lanes.length + controls.length + switched.length),
  );
