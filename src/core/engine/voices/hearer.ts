import type { Engine } from '../engine';

/** What hears the gates of a bank's lanes. */
export interface Hearer {
  /** @param index of its record in the image @param lane of the bank whose gate it is, from 0 @param strength of the gate, Q15 */
  opens(e: Engine, index: number, lane: number, strength: number): void;
  closes(e: Engine, index: number, lane: number): void;
}
