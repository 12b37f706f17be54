import type { Engine } from '../engine';
import type { Block } from './block';

/** Frames after power-up in which contacts that are closed say so; and then until it rests for the first time. */
const SETTLING = 5;

/** Encoders: what each is turned to, as a column that is read as a level. */
export const turn: Block = {
  name: 'turn',
  of: 'turns',
  file: 'turn',
  start: ({ turns }) => ({
    turns: turns.map(() => ({ value: 0, phase: 0, moved: 0, settling: SETTLING, pad: 0 })),
  }),
  derives: {
    frame: (e) => {
      for (let i = 0; i < e.image.turns.length; i++) {
        const { into, rests } = e.image.turns[i];
        const state = e.state.turns[i];
        if (state.settling > 1 || (state.settling > 0 && isRest(rests, phaseOf(state.phase))))
          state.settling--;
        e.counts[e.at + into] = state.value;
      }
    },
    edge: (e, contact, closed) => {
      for (let i = 0; i < e.image.turns.length; i++) turnEdge(e, i, contact, closed);
    },
  },
};

/** Where in a cycle the contacts are: none, first, both, second. @param contacts bit 0: the first is closed, bit 1: the second */
const phaseOf = (contacts: number): number => contacts ^ (contacts >> 1);

/** Whether an encoder rests in a phase. @param rests a bit a phase */
const isRest = (rests: number, phase: number): boolean => ((rests >> phase) & 1) !== 0;

/**
 * A step is a way from one phase of rest to another: a contact that bounces goes to and fro between two phases, and comes to nothing.
 * Quarters are counted modulo 256: 1 … 127 to the one side, 255 … 128 to the other.
 */
function turnEdge(e: Engine, index: number, contact: number, closed: boolean): void {
  const { first, second, rests, falling } = e.image.turns[index];
  const state = e.state.turns[index];
  const bit = contact === first ? 1 : contact === second ? 2 : 0;
  const before = phaseOf(state.phase);
  state.phase = closed ? state.phase | bit : state.phase & ~bit;
  const phase = phaseOf(state.phase);
  if (phase === before) return;
  if (state.settling > 0) return;
  state.moved = (state.moved + (((phase - before) & 3) === 1 ? 1 : 255)) & 255;
  if (!isRest(rests, phase)) return;
  const { moved } = state;
  state.moved = 0;
  if (moved !== 0) step(e, index, moved < 128 !== (falling !== 0));
}

function step(e: Engine, index: number, up: boolean): void {
  const { steps, wraps } = e.image.turns[index];
  const state = e.state.turns[index];
  if (state.value > steps) state.value = steps;
  if (up) state.value = state.value < steps ? state.value + 1 : wraps !== 0 ? 0 : steps;
  else state.value = state.value > 0 ? state.value - 1 : wraps !== 0 ? steps : 0;
}
