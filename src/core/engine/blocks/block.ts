import type { Engine } from '../engine';
import type { Image, PartName, State } from '../layout';
import type { Unit } from '../stretch';
import type { Hearer } from '../voices/hearer';
import type { Zero } from './zero';

/**
 * What the engine is made of: a block plays one sort of bank, or of what hears it. It registers what it does; each has its twin in
 * C, whose functions have the block's name before what they do (`touch_frame`). The list is in registry.ts.
 */
export interface Block {
  /** In C, before what its functions do; unique. */
  name: string;
  /** The part of the image without which there is nothing for it to do: it is not compiled in then. */
  of: PartName;
  /** Its file in firmware/, after `cheironom_`; none where it stands in one that every board has. */
  file?: string;
  /** Its part of the state at power-up. */
  start(image: Image): Partial<State>;
  /** Lanes that look at their rest at power-up, in order. */
  lookers?(e: Engine): Looker[];
  /** What it computes from counts and contacts, before anything else looks at the frame. */
  derives?: Deriver;
  /** Plays the frame at hand: counts from `e.counts[e.at]` on, time in `e.t` and `e.slow`. */
  frame?(e: Engine): void;
  /** Plays a change of a contact, at the time in `e.t`. @param contact of the board, from 0 */
  edge?(e: Engine, contact: number, closed: boolean): void;
  /** Plays a byte that came in, at the time in `e.t`. @param port of the board, from 0 */
  byte?(e: Engine, port: number, byte: number): void;
  /** What of it hears gates, each by a name of its own. In C: `<name>_opens` and `<name>_closes`, the name with underscores. */
  hears?: Readonly<Record<string, Hearer>>;
  /** Another scene plays from now on: `e.state.engine.scene`. @param before the one that played */
  scene?(e: Engine, before: number): void;
  /** What sounds by it ends, and stays mute until it has been let go once. */
  silence?(e: Engine): void;
  /** A pause: more time has passed than any timer takes. */
  expire?(e: Engine): void;
  /** Clears the timers that have ended, now and then, before the clock has turned under them. */
  sweep?(e: Engine): void;
  /** What plays a frame and says which it has to play next, in the order of {@link frame}; controls and what gates move go by turns instead (play-many.ts). */
  units?(e: Engine): Unit[];
  /** Whether every frame has to be played in full for now. */
  everyFrame?(e: Engine): boolean;
  /** Other settings come, between two frames. */
  changed?(e: Engine, next: Image): void;
  /** Whether settings point to tables and stairs that are there, and say only what MIDI can carry. @param structure what they are for */
  isSound?(settings: Image, structure: Image): boolean;
}

/**
 * Computes columns, which are then read as levels. It sees counts, edges and time, and nothing that plays: so a whole take's columns can be
 * computed first (derive.ts). In C: `<name>_derive`, `_derive_edge`, `_derive_expire`.
 */
export interface Deriver {
  /** Writes its columns of the frame at hand into `e.counts`, behind those that were read. */
  frame(e: Engine): void;
  /** A contact has changed, at the time in `e.t`. */
  edge?(e: Engine, contact: number, closed: boolean): void;
  /** A pause: more time has passed than any timer takes. */
  expire?(e: Engine): void;
}

/** A lane that still looks at its rest (zero.ts). */
export interface Looker {
  zero: Zero;
  /** It looks at the frames whose number since power-up has the bits of `turn` where `mask` has ones; at all of them: both 0. */
  turn: number;
  mask: number;
  column: number;
  /** A sample this far from the first of a look is movement, counts. */
  still: number;
  /** Plays a frame on it. @returns whether its look has ended, or has woken it */
  play(): boolean;
}
