import { isPause, ticksAt } from './clock';
import { playGate } from './gate';
import type { Program } from './program';
import { heardBy, playLevel, waits } from './send-level';
import { shifted, startUp } from './start-up';
import type { InputState, State } from './state';

/**
 * Plays one frame. Integers only, nothing allocated; firmware/cheironom.c does the same, byte for byte.
 *
 * @param tUs time of the frame, µs; only differences matter, modulo 2^32
 * @param counts the frame's counts start at `offset`, one a column, each 0 … 2^bits − 1: who lets frames in checks that
 * @param out room for `program.maxBytes`; complete messages are written from its start, levels before notes
 * @returns bytes written
 */
export function step(
  program: Program,
  state: State,
  tUs: number,
  counts: ArrayLike<number>,
  offset: number,
  out: Uint8Array,
): number {
  const t = ticksAt(tUs);
  if (isPause(state.lastUs, tUs)) state.inputs.forEach(endTimers);
  state.lastUs = tUs >>> 0;
  if (state.discard > 0) {
    state.discard--;
    return 0;
  }
  let bytes = 0;
  for (let i = 0; i < program.inputs.length; i++) {
    const input = program.inputs[i];
    const { zero, levels, gates } = state.inputs[i];
    const raw = counts[offset + input.column];
    if (!zero.done && !startUp(input, state.inputs[i], raw)) continue;
    const count = shifted(raw, zero.shift);
    for (let k = 0; k < levels.length; k++) {
      const level = input.levels[k];
      if (waits(level, levels[k], t)) continue;
      const response = heardBy(level, input, program.tableBits, count);
      bytes = playLevel(level, levels[k], t, response, out, bytes);
    }
    for (let k = 0; k < gates.length; k++)
      bytes = playGate(input.gates[k], gates[k], input, t, count, out, bytes);
  }
  return bytes;
}

/** Ends the timers of an input: more time has passed than any of them takes. */
export function endTimers({ levels, gates }: InputState): void {
  for (const level of levels) level.held = false;
  for (const gate of gates) gate.running = false;
}
