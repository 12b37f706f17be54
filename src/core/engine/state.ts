import { lookaheadOf, type Lookahead } from './lookahead';
import type { Program } from './program';

/** Stages of a gate. */
export const GATE = { closed: 0, attack: 1, sounding: 2, muted: 3 } as const;

/** No value has been sent yet. */
export const UNSENT = 0xffff;

/**
 * Everything that changes from frame to frame; fixed size, nothing is allocated while playing. Levels and gates are
 * numbered across the whole program in the inputs' order.
 */
export interface State {
  /** Last value sent a level, in its own steps, or UNSENT. */
  sent: Uint16Array<ArrayBuffer>;
  /** Response when it was sent, Q15. */
  sentAt: Uint16Array<ArrayBuffer>;
  /** Time when it was sent, µs modulo 2^16; `held` is 1 from then until the level's interval has passed. */
  sentUs: Uint16Array<ArrayBuffer>;
  held: Uint8Array<ArrayBuffer>;
  gate: Uint8Array<ArrayBuffer>;
  /** Time when the gate opened, µs modulo 2^16. */
  openedUs: Uint16Array<ArrayBuffer>;
  /** Highest velocity share since it opened, Q15. */
  peak: Uint16Array<ArrayBuffer>;
  /** One an input: the cell in which it has nothing to do, or 0; the second while every gate is closed. */
  settledIn: Uint16Array<ArrayBuffer>;
  settledClosed: Uint16Array<ArrayBuffer>;
  /** One an input: its only level is held for `sleepFor` µs from `sleepUs` on; until then only its zone matters. */
  sleepUs: Uint16Array<ArrayBuffer>;
  sleepFor: Uint16Array<ArrayBuffer>;
  sleepZone: Uint8Array<ArrayBuffer>;
  /** One an input: the cell in which it would be settled once it wakes, or 0. */
  sleepCell: Uint16Array<ArrayBuffer>;
  ahead: Lookahead;
}

/** The state at power-up: nothing sent, nothing sounding. */
export function start(program: Program): State {
  const levels = program.inputs.reduce((n, i) => n + i.levels.length, 0);
  const gates = program.inputs.reduce((n, i) => n + i.gates.length, 0);
  return {
    sent: new Uint16Array(levels).fill(UNSENT),
    sentAt: new Uint16Array(levels),
    sentUs: new Uint16Array(levels),
    held: new Uint8Array(levels),
    gate: new Uint8Array(gates),
    openedUs: new Uint16Array(gates),
    peak: new Uint16Array(gates),
    settledIn: new Uint16Array(program.inputs.length),
    settledClosed: new Uint16Array(program.inputs.length),
    sleepUs: new Uint16Array(program.inputs.length),
    sleepFor: new Uint16Array(program.inputs.length),
    sleepZone: new Uint8Array(program.inputs.length),
    sleepCell: new Uint16Array(program.inputs.length),
    ahead: lookaheadOf(program),
  };
}
