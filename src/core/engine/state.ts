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
  /** Time when it was sent, µs modulo 2^16. */
  sentUs: number;
  /** From then until the level's interval has passed. */
  held: boolean;
}

/** What changes of a gate; the same fields make up cheir_gate_state. */
export interface GateState {
  stage: (typeof GATE)[keyof typeof GATE];
  /** Highest velocity share since it opened, Q15. */
  peak: number;
  /** Time when it opened, µs modulo 2^16. */
  openedUs: number;
}

export interface InputState {
  levels: LevelState[];
  gates: GateState[];
}

/** Everything that changes from frame to frame, one for each input of the program; nothing is allocated while playing. */
export type State = InputState[];

/** The state at power-up: nothing sent, nothing sounding. */
export const start = (program: Program): State =>
  program.inputs.map(({ levels, gates }) => ({
    levels: levels.map(() => ({ sent: UNSENT, sentAt: 0, sentUs: 0, held: false })),
    gates: gates.map(() => ({ stage: GATE.closed, peak: 0, openedUs: 0 })),
  }));
