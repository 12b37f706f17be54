import { ticksSince } from '../clock';
import type { Engine } from '../engine';
import type { Block } from './block';

/** Frames after power-up in which contacts that are closed say so; and then until it rests for the first time. */
const SETTLING = 5;
/** A step counts eight at most. */
export const MOST_DOUBLINGS = 3;

/** Encoders: what each is turned to, as a column that is read as a level. */
export const turn: Block = {
  name: 'turn',
  of: 'turns',
  file: 'turn',
  start: ({ turns, turn_values }) => ({
    turns: turns.map(() => ({ value: 0, since: 0, phase: 0, moved: 0, settling: SETTLING, way: 0 })),
    turn_values: Array.from({ length: turn_values }, () => ({ value: 0 })),
  }),
  scene: ({ image, state }, before) =>
    image.turns.forEach(({ kept }, i) => {
      if (kept === 0) return;
      const own = state.turns[i];
      state.turn_values[kept - 1 + before].value = own.value;
      own.value = state.turn_values[kept - 1 + state.engine.scene].value;
    }),
  isSound: ({ turns }) => turns.every(({ most }) => most <= MOST_DOUBLINGS),
  derives: {
    frame: (e) => {
      for (let i = 0; i < e.image.turns.length; i++) {
        const { into, rests } = e.image.turns[i];
        const state = e.state.turns[i];
        if (state.settling > 1 || (state.settling > 0 && isRest(rests, phaseOf(state.phase))))
          state.settling--;
        forget(e, i);
        e.counts[e.at + into] = state.value;
      }
    },
    edge: (e, contact, closed) => {
      for (let i = 0; i < e.image.turns.length; i++) {
        forget(e, i);
        turnEdge(e, i, contact, closed);
      }
    },
    expire: ({ state }) => {
      for (const own of state.turns) own.way = 0;
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
  const by = Math.min(steps, stepsCounted(e, index, up ? 1 : 2));
  if (state.value > steps) state.value = steps;
  if (up) state.value = state.value + by <= steps ? state.value + by : past(state.value + by, steps, wraps);
  else state.value = state.value >= by ? state.value - by : wraps !== 0 ? state.value + steps + 1 - by : 0;
}

/** Past its upper end it stops, or begins anew. */
const past = (value: number, steps: number, wraps: number): number =>
  wraps !== 0 ? value - steps - 1 : steps;

/** A step that no other can follow quickly any more, before the clock has turned. */
function forget(e: Engine, index: number): void {
  const state = e.state.turns[index];
  if (state.way !== 0 && ticksSince(state.since, e.t) >= e.image.turns[index].quick) state.way = 0;
}

/** What a step counts: more where it quickly follows another of the same way. @param way 1 up, 2 down */
function stepsCounted(e: Engine, index: number, way: number): number {
  const { quick, most } = e.image.turns[index];
  const state = e.state.turns[index];
  if (most === 0) return 1;
  let doublings = 0;
  const passed = ticksSince(state.since, e.t);
  if (state.way === way) while (doublings < most && passed < quick >> doublings) doublings++;
  state.way = way;
  state.since = e.t;
  return 1 << doublings;
}
