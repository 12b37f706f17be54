import type { Block } from '../blocks/block';
import { ticksSince } from '../clock';
import type { Engine } from '../engine';
import { gateCloses, gateOpens } from '../events';
import { firstSlow, type Unit } from '../stretch';

/**
 * Lets the lanes of a gate through while another gate is open too; until they close, for a time, or as long as a third gate holds them.
 */
export const gating: Block = {
  name: 'gating',
  of: 'gatings',
  file: 'gating',
  start: ({ gatings, gating_lanes }) => ({
    gatings: gatings.map(() => ({ joined: 0, held: 0 })),
    gating_lanes: Array.from({ length: gating_lanes }, () => ({
      ...{ strength: 0, since: 0, open: 0, through: 0 },
    })),
  }),
  hears: {
    gatingGate: {
      opens: (e, index, lane, strength) => {
        const state = e.state.gating_lanes[e.image.gatings[index].lane + lane];
        state.open = 1;
        state.strength = strength;
        // Struck anew while it is held, or lasts.
        endLane(e, index, lane);
        judgeLane(e, index, lane);
      },
      closes: (e, index, lane) => {
        e.state.gating_lanes[e.image.gatings[index].lane + lane].open = 0;
        judgeLane(e, index, lane);
      },
    },
    gatingJoined: {
      opens: (e, index) => {
        if (e.state.gatings[index].joined++ === 0) judgeLanes(e, index);
      },
      closes: (e, index) => {
        const state = e.state.gatings[index];
        if (state.joined > 0 && --state.joined === 0) judgeLanes(e, index);
      },
    },
    gatingHeld: {
      opens: (e, index) => void e.state.gatings[index].held++,
      closes: (e, index) => {
        const state = e.state.gatings[index];
        if (state.held > 0 && --state.held === 0) judgeLanes(e, index);
      },
    },
  },
  frame: (e) => {
    for (let i = 0; i < e.image.gatings.length; i++) playGating(e, i);
  },
  silence: (e) =>
    e.image.gatings.forEach(({ lanes, lane: first }, i) => {
      Object.assign(e.state.gatings[i], { joined: 0, held: 0 });
      for (let lane = 0; lane < lanes; lane++) {
        e.state.gating_lanes[first + lane].open = 0;
        endLane(e, i, lane);
      }
    }),
  units: (e) => e.image.gatings.map((_, i) => gatingUnit(e, i)),
};

function judgeLanes(e: Engine, index: number): void {
  for (let lane = 0; lane < e.image.gatings[index].lanes; lane++) judgeLane(e, index, lane);
}

/** A lane goes through as its gates come to be open, or ends. One that lasts for a time is ended by that alone, and is not held. */
function judgeLane(e: Engine, index: number, lane: number): void {
  const { joined, length_slow, listener, listeners, lane: first } = e.image.gatings[index];
  const own = e.state.gatings[index];
  const state = e.state.gating_lanes[first + lane];
  if (state.open !== 0 && (joined === 0 || own.joined > 0)) {
    if (state.through !== 0) return;
    state.through = 1;
    state.since = e.slow;
    if (length_slow > 0) e.woken = true;
    return gateOpens(e, listener, listeners, lane, state.strength);
  }
  if (length_slow === 0 && own.held === 0) endLane(e, index, lane);
}

/** Its listeners hear that it has closed, where they heard that it opened. */
function endLane(e: Engine, index: number, lane: number): void {
  const { listener, listeners, lane: first } = e.image.gatings[index];
  const state = e.state.gating_lanes[first + lane];
  if (state.through === 0) return;
  state.through = 0;
  gateCloses(e, listener, listeners, lane);
}

/** Lanes that have lasted long enough end. */
function playGating(e: Engine, index: number): void {
  const { length_slow, lanes, lane: first } = e.image.gatings[index];
  if (length_slow === 0) return;
  for (let lane = 0; lane < lanes; lane++) {
    const { through, since } = e.state.gating_lanes[first + lane];
    if (through !== 0 && ticksSince(since, e.slow) >= length_slow) endLane(e, index, lane);
  }
}

function gatingUnit(e: Engine, index: number): Unit {
  const { lane: first, lanes } = e.image.gatings[index];
  return {
    play: () => playGating(e, index),
    next: (frame, s) => {
      let next = s.end;
      const length = e.image.gatings[index].length_slow;
      for (let at = first; length > 0 && at < first + lanes; at++) {
        const { through, since } = e.state.gating_lanes[at];
        if (through !== 0) next = Math.min(next, firstSlow(s, frame, since, length));
      }
      return next;
    },
  };
}
