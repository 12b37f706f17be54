import { NO_NOTE, UNSENT, UNSENT7 } from './codes';
import type { Image, State } from './layout';
import { beginsOfControls } from './stairs';

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

/** Power-up: nothing sent, nothing sounding. */
export const startEngine = (image: Image): Engine => ({
  image,
  state: startState(image),
  begins: beginsOfControls(image),
  out: new Uint8Array(mostBytesSettable(image)),
  bytes: 0,
  t: 0,
  slow: 0,
  counts: new Uint16Array(256),
  at: 0,
  furthest: { bank: -1, distance: 0 },
});

function startState(image: Image): State {
  // Every record is written out, so that all of a kind have one shape: a spread gives some of them another, which costs a
  // fifth of the time of a take. The widest band holds until its level has taken a look at its rest.
  const zero = ({ rest }: { rest: number }) => ({ rest, median: 0, first: 0, looks: 0, stage: 0 });
  /** That of the next bank where it lies between two: it is never asked for. */
  const restOf = (contact: number) => image.contact_banks.find((b) => contact < b.lane + b.lanes)!.rest;
  return {
    level_zeros: image.levels.map(zero),
    gates: image.gates.map(({ column }) => ({
      low: 0,
      high: 65535,
      peak: 0,
      since: 0,
      stage: 0,
      running: 0,
      column,
      pad: 0,
    })),
    controls: image.controls.map(({ column }) => ({
      low: 0,
      high: 65535,
      sent: UNSENT,
      until: 0,
      held: 0,
      column,
    })),
    switched: image.switched.map(() => ({ sent: UNSENT7, open: 0 })),
    touch_banks: image.touch_banks.map(() => ({ since: 0, order: 0, looks: 0, pad: 0 })),
    touches: image.touches.map(({ untouched }) => ({ untouched, since: 0, order: 0, stage: 0, pad: 0 })),
    strike_zeros: image.strikes.map(zero),
    strikes: image.strikes.map(() => ({ peak: 0, since: 0, began: 0, stage: 0, sounding: 0 })),
    contacts: Array.from({ length: image.contacts }, (_, i) => ({
      since: 0,
      seen: restOf(i),
      taken: restOf(i),
      running: 0,
      muted: 0,
    })),
    note_lanes: image.note_lanes.map(() => ({ channel: 0, note: NO_NOTE })),
    choices: image.choices.map(() => ({ strength: 0, open: 0, pad: 0 })),
    engine: {
      last_us: 0,
      backlog_us: 0,
      swept: 0,
      discard: DISCARDED_SCANS,
      turn: 0,
      looking: image.levels.length + image.strikes.length,
      pad: [0, 0, 0],
    },
  };
}
