import { isSevenBits } from '../../midi/messages';
import type { Block } from '../blocks/block';
import { NO_BEND, NO_NOTE, POOLED, SHARED_NOTE } from '../codes';
import { isTable } from '../map';
import { lives, plays } from '../scene';
import type { Of } from '../struct';
import type { NOTE_LANE } from '../voice-records';
import { endNote, startNote } from './allocator';

/** Notes of lanes: each sounds while its own gate is open. */
export const note: Block = {
  name: 'note',
  of: 'note_lanes',
  file: 'note',
  start: ({ note_lanes }) => ({ note_lanes: note_lanes.map(() => ({ channel: 0, note: NO_NOTE })) }),
  hears: {
    note: {
      /** One that still sounds there ends first. */
      opens: (e, index, lane, strength) => {
        const { lane: first } = e.image.notes[index];
        endNote(e, first + lane);
        if (plays(e, e.image.notes[index])) startNote(e, index, first + lane, first + lane, strength);
      },
      closes: (e, index, lane) => endNote(e, e.image.notes[index].lane + lane),
    },
  },
  scene: (e) => {
    if (e.image.scene_starts[e.state.engine.scene].ends === 0) return;
    for (const { scenes, lane, lanes } of e.image.notes)
      for (let at = lane; !lives(e, scenes) && at < lane + lanes; at++) endNote(e, at);
  },
  silence: (e) => e.state.note_lanes.forEach((_, i) => endNote(e, i)),
  changed: ({ state }) => {
    // From now on any lane may play what another has begun: both look for who holds it.
    if (state.note_lanes.every((lane) => lane.note === NO_NOTE)) return;
    for (const lane of state.note_lanes) lane.channel |= SHARED_NOTE;
  },
  isSound: (settings, structure) =>
    settings.notes.every(({ table, from, span }) => isTable(settings, table) && isSevenBits(from + span)) &&
    settings.note_lanes.every((lane, i) => laneIsSound(lane, structure.note_lanes[i])),
};

type Lane = Of<typeof NOTE_LANE>;

/** A pool stays a pool, and what says its bend goes on to: there is no room for more bytes. */
const laneIsSound = (next: Lane, now: Lane): boolean =>
  isSevenBits(next.note) &&
  (next.bend === NO_BEND) === (now.bend === NO_BEND) &&
  ((now.channel & POOLED) === 0
    ? next.channel <= (SHARED_NOTE | 15)
    : (next.channel | SHARED_NOTE) === (now.channel | SHARED_NOTE));
