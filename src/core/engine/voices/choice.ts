import type { Block } from '../blocks/block';
import { CHOOSES, POOLED } from '../codes';
import type { Engine } from '../engine';
import { plays } from '../scene';
import { endNote, replaceNote } from './allocator';

/** One note at a time: it sounds while a lane of its gate is open, and a lane of what chooses. */
export const choice: Block = {
  name: 'choice',
  of: 'choices',
  file: 'choice',
  start: ({ choices, choice_lanes }) => ({
    choices: choices.map(() => ({ strength: 0, order: 0, open: 0, chosen: 0 })),
    choice_lanes: Array.from({ length: choice_lanes }, () => ({ order: 0 })),
  }),
  hears: {
    choiceGate: {
      opens: (e, index, _, strength) => {
        const state = e.state.choices[index];
        state.open++;
        state.strength = strength;
        choiceChanges(e, index);
      },
      closes: (e, index) => {
        const state = e.state.choices[index];
        // A silence has shut it already.
        if (state.open > 0) state.open--;
        choiceChanges(e, index);
      },
    },
    /** Order 0 is that of none. */
    choicePitch: {
      opens: (e, index, lane) => {
        const state = e.state.choices[index];
        state.order = (state.order + 1) & 0xffff || 1;
        e.state.choice_lanes[e.image.choices[index].lane + lane].order = state.order;
        choiceChanges(e, index);
      },
      closes: (e, index, lane) => {
        e.state.choice_lanes[e.image.choices[index].lane + lane].order = 0;
        choiceChanges(e, index);
      },
    },
  },
  silence: ({ state }) => {
    for (const own of state.choices) own.open = 0;
  },
  isSound: (settings) => settings.choices.every(({ by }) => by <= CHOOSES.highest),
};

/**
 * Another lane may be chosen now. In a scene in which the
 * notes do not live, what sounds goes on until it is let go.
 */
function choiceChanges(e: Engine, index: number): void {
  const { note: noteIndex, slurred } = e.image.choices[index];
  const { open, strength } = e.state.choices[index];
  const first = e.image.notes[noteIndex].lane;
  const sounding = e.state.note_lanes[first];
  const lane = open !== 0 ? chosenLane(e, index) : -1;
  if (lane < 0) return endNote(e, first);
  if (!plays(e, e.image.notes[noteIndex])) return;
  const wanted = e.image.note_lanes[first + lane];
  const state = e.state.choices[index];
  const sameChannel = (wanted.channel & POOLED) !== 0 || ((sounding.channel ^ wanted.channel) & 15) === 0;
  const sameBend = e.image.note_lanes[first + state.chosen].bend === wanted.bend;
  if (sounding.note === wanted.note && sameChannel && sameBend) return;
  state.chosen = lane;
  replaceNote(e, noteIndex, first, first + lane, wanted, strength, slurred !== 0);
}

/** The lane that opened last, or the one with the highest note; −1 while none is open. */
function chosenLane(e: Engine, index: number): number {
  const { lane: first, lanes, by, note } = e.image.choices[index];
  const { order: newest } = e.state.choices[index];
  const notes = e.image.notes[note].lane;
  let chosen = -1;
  let best = -1;
  for (let lane = 0; lane < lanes; lane++) {
    const { order } = e.state.choice_lanes[first + lane];
    if (order === 0) continue;
    const age = (newest - order) & 0xffff;
    const rank = by === CHOOSES.last ? 0xffff - age : e.image.note_lanes[notes + lane].note;
    if (rank <= best) continue;
    best = rank;
    chosen = lane;
  }
  return chosen;
}
