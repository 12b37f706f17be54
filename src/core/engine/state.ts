import type { Program } from './program';

/** Stages of a gate. */
export const GATE = { closed: 0, attack: 1, sounding: 2, muted: 3 } as const;

/** No value has been sent yet. */
export const UNSENT = 0xffff;

/** What changes of a level; the same fields make up cheir_level_state in firmware/cheironom.h. */
export interface LevelState {
  /** Last value sent, in the level's own steps, or UNSENT. */
  sent: number;
  /** Response when it was sent, Q15. */
  sentAt: number;
  /** Time when it was sent, ticks modulo 2^16. */
  since: number;
  /** From then until the level's interval has passed. */
  held: boolean;
}

/** What changes of a gate; the same fields make up cheir_gate_state. */
export interface GateState {
  stage: (typeof GATE)[keyof typeof GATE];
  /** Highest velocity share since it opened, Q15. */
  peak: number;
  /** Time when it last opened or closed, ticks modulo 2^16. */
  since: number;
  /** From then until neither its window nor its hold-off can matter any more. */
  running: boolean;
  /** Channel (0 … 15) and note of the note-on, for the note-off. */
  channel: number;
  note: number;
}

/** What an input finds out at power-up (start-up.ts); the same fields make up cheir_zero. */
export interface ZeroState {
  /** Counts that rest has moved since it was calibrated: taken off every count. */
  shift: number;
  /** From its first look on an input plays; before, it is silent. */
  awake: boolean;
  /** Rest was looked at while nothing moved; it stays as it is until the next power-up. */
  done: boolean;
  /** First sample of the stretch that is looked at. */
  first: number;
  /** Samples so far: two bits for each level of the remedian. */
  digits: number;
  /** Two waiting values for each of its three levels. */
  waiting: number[];
}

export interface InputState {
  zero: ZeroState;
  levels: LevelState[];
  gates: GateState[];
}

/** Everything that changes from frame to frame; nothing is allocated while playing. */
export interface State {
  /** Scans still to be discarded. */
  discard: number;
  /** Time of the last frame, µs modulo 2^32. */
  lastUs: number;
  /** One for each input of the program. */
  inputs: InputState[];
}

/** First scans after power-up, which a converter and a sensor need to settle. */
export const DISCARDED_SCANS = 5;

/** The state at power-up: nothing sent, nothing sounding. */
export const start = (program: Program): State => ({
  discard: DISCARDED_SCANS,
  lastUs: 0,
  inputs: program.inputs.map(({ levels, gates }) => ({
    zero: { shift: 0, awake: false, done: false, first: 0, digits: 0, waiting: [0, 0, 0, 0, 0, 0] },
    levels: levels.map(() => ({ sent: UNSENT, sentAt: 0, since: 0, held: false })),
    gates: gates.map(() => ({ stage: GATE.closed, peak: 0, since: 0, running: false, channel: 0, note: 0 })),
  })),
});
