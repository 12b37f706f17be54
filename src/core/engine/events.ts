import type { Engine } from './engine';
import { hearerOf } from './voices/hearer-list';
import { ANY_LANE } from './voice-records';

/**
 * A gate of a lane opens: its listeners hear it at once, by plain calls.
 * @param first of its listeners in the image @param lane of its bank, from 0 @param strength Q15
 */
export function gateOpens(e: Engine, first: number, count: number, lane: number, strength: number): void {
  for (let i = first; i < first + count; i++) {
    const { is, index, lane: only } = e.image.listeners[i];
    if (only === ANY_LANE || only === lane) hearerOf(is).opens(e, index, lane, strength);
  }
}

export function gateCloses(e: Engine, first: number, count: number, lane: number): void {
  for (let i = first; i < first + count; i++) {
    const { is, index, lane: only } = e.image.listeners[i];
    if (only === ANY_LANE || only === lane) hearerOf(is).closes(e, index, lane);
  }
}
