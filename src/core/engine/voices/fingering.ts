import type { Block } from '../blocks/block';
import { longAgo, ticksSince } from '../clock';
import { FINGERING_STAGE, NO_BEND, STEPS_ZERO, UNASSIGNED } from '../codes';
import type { Engine } from '../engine';
import { plays } from '../scene';
import { firstDue } from '../stretch';
import type { Of } from '../struct';
import type { FINGERING_ENTRY, FINGERING_STATE } from '../voice-records';
import { endNote, replaceNote } from './allocator';

/** So many entries are looked at in a frame, so that none takes long. */
const ENTRIES_A_FRAME = 8;
/** Nothing has been looked at yet. */
const NO_DIFFERENCE_YET = 255;

/** Notes that fingers choose, one at a time, while a gate is open. */
export const fingering: Block = {
  name: 'fingering',
  of: 'fingerings',
  file: 'fingering',
  start: ({ fingerings }) => ({
    fingerings: fingerings.map(() => ({
      ...{ open: [0, 0] as [number, number], strength: 0, since: 0, gates: 0 },
      ...{ stage: FINGERING_STAGE.looks, at: 0, best: 0, differs: NO_DIFFERENCE_YET, plays: 0 },
    })),
  }),
  hears: {
    fingeringGate: {
      opens: (e, index, _, strength) => {
        const state = e.state.fingerings[index];
        state.gates++;
        state.strength = strength;
        playFound(e, index);
      },
      closes: (e, index) => {
        const state = e.state.fingerings[index];
        // A silence has shut it already.
        if (state.gates === 0 || --state.gates > 0) return;
        endNote(e, e.image.notes[e.image.fingerings[index].note].lane);
      },
    },
    finger: {
      opens: (e, index, lane) => moveFinger(e, index, lane, true),
      closes: (e, index, lane) => moveFinger(e, index, lane, false),
    },
  },
  frame: (e) => {
    for (let i = 0; i < e.image.fingerings.length; i++) playFingering(e, i);
  },
  silence: ({ state }) => {
    for (const own of state.fingerings) own.gates = 0;
  },
  expire: ({ state, t }) => {
    for (const own of state.fingerings) own.since = longAgo(t);
  },
  sweep: (e) =>
    e.image.fingerings.forEach(({ settle_ticks }, i) => {
      const own = e.state.fingerings[i];
      if (ticksSince(own.since, e.t) >= settle_ticks) own.since = longAgo(e.t);
    }),
  units: (e) =>
    e.image.fingerings.map((own, i) => ({
      play: () => playFingering(e, i),
      next: (frame, s) => {
        const { stage, since } = e.state.fingerings[i];
        if (stage === FINGERING_STAGE.rests) return s.end;
        return stage === FINGERING_STAGE.waits ? firstDue(s, frame, since, own.settle_ticks) : frame + 1;
      },
    })),
  changed: ({ state }) => {
    // What fingers play may be another note now: it is looked for anew.
    for (const own of state.fingerings) beginLook(own);
  },
  isSound: (settings, structure) =>
    settings.fingerings.every(({ unassigned }) => unassigned <= UNASSIGNED.silence) &&
    settings.fingering_entries.every(
      ({ note, bend }, i) =>
        note <= 127 && (bend === NO_BEND) === (structure.fingering_entries[i].bend === NO_BEND),
    ),
};

type State = Of<typeof FINGERING_STATE>;
type Entry = Of<typeof FINGERING_ENTRY>;

function beginLook(state: State): void {
  state.stage = FINGERING_STAGE.looks;
  state.at = 0;
  state.best = 0;
  state.differs = NO_DIFFERENCE_YET;
}

/** The fingers must rest again. @param index of a group of fingers */
function moveFinger(e: Engine, index: number, lane: number, open: boolean): void {
  const { fingering, bit } = e.image.fingers[index];
  const state = e.state.fingerings[fingering];
  const at = bit + lane;
  const mask = 1 << (at & 15);
  state.open[at >> 4] = open ? state.open[at >> 4] | mask : state.open[at >> 4] & ~mask;
  state.stage = FINGERING_STAGE.waits;
  state.since = e.t;
  e.woken = true;
}

function playFingering(e: Engine, index: number): void {
  const own = e.image.fingerings[index];
  const state = e.state.fingerings[index];
  if (state.stage === FINGERING_STAGE.rests) return;
  if (state.stage === FINGERING_STAGE.waits) {
    if (ticksSince(state.since, e.t) < own.settle_ticks) return;
    beginLook(state);
  }
  for (let n = 0; n < ENTRIES_A_FRAME && state.differs !== 0 && state.at < own.entries; n++, state.at++) {
    const differs = differenceOf(e.image.fingering_entries[own.entry + state.at], state);
    if (differs >= state.differs || (differs > 0 && own.unassigned !== UNASSIGNED.nearest)) continue;
    state.differs = differs;
    state.best = state.at + 1;
  }
  if (state.differs !== 0 && state.at < own.entries) return;
  state.stage = FINGERING_STAGE.rests;
  playFound(e, index);
}

/** By how many fingers those that are open differ from an entry. */
const differenceOf = ({ care, keys }: Entry, { open }: State): number =>
  ones((open[0] ^ keys[0]) & care[0]) + ones((open[1] ^ keys[1]) & care[1]);

function ones(word: number): number {
  let n = 0;
  for (let rest = word; rest !== 0; rest &= rest - 1) n++;
  return n;
}

/** Plays what the fingers have come to, once they rest. */
function playFound(e: Engine, index: number): void {
  const own = e.image.fingerings[index];
  const state = e.state.fingerings[index];
  if (state.gates === 0 || state.stage !== FINGERING_STAGE.rests) return;
  const { lane } = e.image.notes[own.note];
  if (!plays(e, e.image.notes[own.note])) return;
  if (state.best === 0) {
    if (own.unassigned === UNASSIGNED.silence) endNote(e, lane);
    return;
  }
  const { note, bend } = e.image.fingering_entries[own.entry + state.best - 1];
  const sounds = Math.min(127, Math.max(0, note + addedBy(e, index)));
  if (e.state.note_lanes[lane].note === sounds && state.plays === state.best) return;
  state.plays = state.best;
  replaceNote(e, own.note, lane, lane, { note: sounds, bend }, state.strength, own.slurred !== 0);
}

/** Semitones that the fingers add which are open. */
function addedBy(e: Engine, index: number): number {
  const { finger, fingers } = e.image.fingerings[index];
  const { open } = e.state.fingerings[index];
  let sum = 0;
  for (let i = 0; i < fingers; i++)
    if ((open[i >> 4] >> (i & 15)) & 1) sum += e.image.finger_adds[finger + i].adds - STEPS_ZERO;
  return sum;
}
