/**
 * What the engine runs: an instrument compiled to small integers, as docs/engine.md writes them down. The same
 * fields, in the same order, make up the structs of firmware/cheironom.h.
 */

/** A linear scale without division: x of 0 … span becomes a Q15 share by multiplications only (see scale.ts). */
export interface Scale {
  /** Counts from nothing to full; 0 where there is no such side. */
  span: number;
  /** The power of two that brings span into 32769 … 65536; 0 where span is 1, which needs none. */
  factor: number;
  /** floor(2^31 / (span · factor)), 32768 … 65533. */
  mul: number;
}

/** One side of rest. Distances are counts from rest, on that side; an absent side has 65535 for all three. */
export interface Side extends Scale {
  dead: number;
  on: number;
  off: number;
}

export interface InputProgram {
  /** Column of the frame. */
  column: number;
  rest: number;
  /** Counts between which an input at rest has nothing to do: within the dead zone and short of "on". */
  restLow: number;
  restHigh: number;
  /** 1 where playing lowers the count. */
  falling: 0 | 1;
  /** Up, then down. */
  sides: [Side, Side];
  /** Response table, Q15, 2^tableBits + 1 entries that never fall. */
  table: Uint16Array<ArrayBuffer>;
  levels: LevelProgram[];
  gates: GateProgram[];
}

/** Bit of the side mask. */
export const SIDE_UP = 1;
export const SIDE_DOWN = 2;

export const LEVEL_KIND = { controller7: 0, controller14: 1, pressure: 2 } as const;

/** A level sent as a controller or as channel pressure. */
export interface LevelProgram {
  kind: (typeof LEVEL_KIND)[keyof typeof LEVEL_KIND];
  /** Status byte, channel included. */
  status: number;
  controller: number;
  sideMask: number;
  from: number;
  /** to − from, steps. */
  span: number;
  /** Least change of the response, Q15, that is worth a message. */
  deadband: number;
  /** Least time between two messages, ticks of 16 µs. */
  intervalTicks: number;
}

/** A gate that plays one fixed note. */
export interface GateProgram {
  /** MIDI channel, 0 … 15. */
  channel: number;
  note: number;
  sideMask: number;
  /** From opening to note-on, ticks of 16 µs. */
  windowTicks: number;
  /** Least time that it stays open, and then closed, ticks of 16 µs. */
  holdOffTicks: number;
  velocityFrom: number;
  /** to − from. */
  velocitySpan: number;
  /** From the on-threshold to the level that reads full velocity; one a side. */
  attack: [Scale, Scale];
}

export interface Program {
  /** Converter resolution: counts are 0 … 2^bits − 1. */
  bits: number;
  tableBits: number;
  inputs: InputProgram[];
  /** Most bytes that one step or one silence can write. */
  maxBytes: number;
}
