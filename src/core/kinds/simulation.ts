import type { Role } from '../signal/take';

/** A contact that changed, of the sensor's in the order of its lanes, from 0, and whether it closed. */
export interface ContactEdge {
  tUs: number;
  contact: number;
  closed: boolean;
}

/** A simulated sensor with the one who plays it. Times are the board's, µs, and never go back. */
export interface Simulation {
  /** Moves on to a time. Writes one count a lane into `counts` from `at` on; a sensor of contacts writes none. */
  frame(tUs: number, counts: Uint16Array | number[], at: number): void;
  /** The contacts that changed since the last call, in order of time, for a sensor of contacts. */
  edges(untilUs: number): ContactEdge[];
  /** Plays what a role asks for, once it has been read; null rests. */
  ask(role: Role | null, nowUs: number): void;
  /** Plays by hand. @param strength −1 … 1 of a comfortable loudest, negative the other way; null lets go */
  hand(lane: number, strength: number | null): void;
}

/** A sensor without contacts has no edges. */
export const NO_EDGES = (): ContactEdge[] => [];

/** A seed that is a sensor's own: what its parts are like does not change from one session to the next. */
export const partsSeed = ({ id }: { id: string }): number =>
  [...id].reduce((hash, c) => (Math.imul(hash, 31) + c.charCodeAt(0)) >>> 0, 7);

/** A count of a converter. */
export const clamped = (level: number, bits: number): number =>
  Math.min(2 ** bits - 1, Math.max(0, Math.round(level)));
