import { HEARS } from './codes';
import type { Engine } from './engine';
import { choiceCloses, choiceOpens, chooserCloses, chooserOpens } from './voices/choice';
import { noteEnds, noteStarts } from './voices/note';
import { switchedCloses, switchedOpens } from './voices/switched';

/**
 * A gate of a lane opens: its listeners hear it at once, by plain calls.
 * @param first of its listeners in the image @param lane of its bank, from 0 @param strength Q15
 */
export function gateOpens(e: Engine, first: number, count: number, lane: number, strength: number): void {
  for (let i = first; i < first + count; i++) {
    const { is, index } = e.image.listeners[i];
    if (is === HEARS.note) noteStarts(e, index, lane, strength);
    else if (is === HEARS.choiceGate) choiceOpens(e, index, strength);
    else if (is === HEARS.choicePitch) chooserOpens(e, index, lane);
    else switchedOpens(e, index);
  }
}

export function gateCloses(e: Engine, first: number, count: number, lane: number): void {
  for (let i = first; i < first + count; i++) {
    const { is, index } = e.image.listeners[i];
    if (is === HEARS.note) noteEnds(e, index, lane);
    else if (is === HEARS.choiceGate) choiceCloses(e, index);
    else if (is === HEARS.choicePitch) chooserCloses(e, index, lane);
    else switchedCloses(e, index);
  }
}
