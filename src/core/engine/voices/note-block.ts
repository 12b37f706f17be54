import { isSevenBits } from '../../midi/messages';
import type { Block } from '../blocks/block';
import { NO_NOTE, SHARED_NOTE } from '../codes';
import { isTable } from '../map';
import { endNote } from './note';

/** Notes of lanes: what sounds. */
export const note: Block = {
  name: 'note',
  of: 'note_lanes',
  start: ({ note_lanes }) => ({ note_lanes: note_lanes.map(() => ({ channel: 0, note: NO_NOTE })) }),
  silence: (e) => e.state.note_lanes.forEach((_, i) => endNote(e, i)),
  changed: ({ state }) => {
    // From now on any lane may play what another has begun: both look for who holds it.
    if (state.note_lanes.every((lane) => lane.note === NO_NOTE)) return;
    for (const lane of state.note_lanes) lane.channel |= SHARED_NOTE;
  },
  isSound: (settings) =>
    settings.notes.every(({ table, from, span }) => isTable(settings, table) && isSevenBits(from + span)) &&
    settings.note_lanes.every((lane) => lane.channel <= (SHARED_NOTE | 15) && isSevenBits(lane.note)),
};
