import { GATE_STAGE } from '../codes';
import { longAgo } from '../clock';
import type { Engine } from '../engine';
import type { GATE, GATE_STATE } from '../records';
import { emptyBand } from '../place';
import { firstDue, firstOutside, type Stretch, type Unit } from '../stretch';
import type { Of } from '../struct';
import type { Block } from './block';
import { endHoldOff, isClosed, muteGate, playGate, timerRuns } from './gate';

/** Gates of levels. Among all counts nothing happens until the level has taken a look at its rest. */
export const gate: Block = {
  name: 'gate',
  of: 'gates',
  file: 'gate',
  start: ({ gates, levels }) => ({
    gates: gates.map(({ column, level }) => ({
      low: levels[level].still === 0 ? 1 : 0,
      high: levels[level].still === 0 ? 0 : 65535,
      peak: 0,
      since: 0,
      stage: 0,
      column,
    })),
  }),
  frame: (e) => {
    for (let i = 0; i < e.image.gates.length; i++) playGate(e, i);
  },
  silence: (e) => e.image.gates.forEach((_, i) => muteGate(e, i)),
  expire: (e) => {
    for (const state of e.state.gates) {
      endHoldOff(state);
      if (timerRuns(state)) state.since = longAgo(e.t);
    }
  },
  units: (e) => e.image.gates.map((_, i) => gateUnit(e, i)),
  changed: ({ state }) => {
    // What does not hold a note open is looked at anew.
    for (const own of state.gates) if (isClosed(own)) emptyBand(own);
  },
};

function gateUnit(e: Engine, index: number): Unit {
  const gate = e.image.gates[index];
  const state = e.state.gates[index];
  return {
    play: () => playGate(e, index),
    next: (frame, s) => {
      if (state.stage >= GATE_STAGE.attackAbove) return endOfQuiet(gate, state, frame, s);
      if (timerRuns(state)) return firstDue(s, frame, state.since, gate.hold_off_ticks);
      return firstOutside(s, gate.column, state, frame + 1);
    },
  };
}

/** The frame at which the window of an attack ends, the count exceeds its peak, or falls short of "on". */
function endOfQuiet(gate: Of<typeof GATE>, state: Of<typeof GATE_STATE>, frame: number, s: Stretch): number {
  const due = firstDue(s, frame, state.since, gate.window_ticks);
  const { low, high, peak } = state;
  const above = state.stage === GATE_STAGE.attackAbove;
  let at = frame + 1;
  for (; at < due; at++) {
    const count = s.counts[at * s.columns + gate.column];
    if (above ? count > peak || count <= high : count < peak || count >= low) break;
  }
  return at;
}
