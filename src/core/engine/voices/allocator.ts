import { NO_NOTE, SHARED_NOTE } from '../codes';
import { DEFAULT_RELEASE, STATUS } from '../../midi/messages';
import type { Engine } from '../engine';
import { send } from '../wire';
import { velocityOf } from './velocity';

/**
 * Starts a note. Its channel and number are kept for the note-off, whatever the image says by then. Where another lane holds the
 * same note, it is struck anew: a note-off comes before the note-on, so that receivers of every sort end it with the last note-off.
 * @param index of the note @param latch where channel and number are kept @param lane whose note it is
 */
export function startNote(e: Engine, index: number, latch: number, lane: number, strength: number): void {
  const { channel, note } = e.image.note_lanes[lane];
  const sounding = e.state.note_lanes[latch];
  sounding.channel = channel | (sounding.channel & SHARED_NOTE);
  sounding.note = note;
  if (isHeldElsewhere(e, latch)) sendNoteOff(e, channel, note);
  send(e, STATUS.noteOn | (channel & 15), note, velocityOf(e, e.image.notes[index], lane, strength));
}

export function endNote(e: Engine, latch: number): void {
  const sounding = e.state.note_lanes[latch];
  if (sounding.note === NO_NOTE) return;
  if (!isHeldElsewhere(e, latch)) sendNoteOff(e, sounding.channel, sounding.note);
  sounding.note = NO_NOTE;
}

const sendNoteOff = (e: Engine, channel: number, note: number): void =>
  send(e, STATUS.noteOff | (channel & 15), note, DEFAULT_RELEASE);

/** Whether another lane sounds the same note on the same channel. */
function isHeldElsewhere(e: Engine, latch: number): boolean {
  const lanes = e.state.note_lanes;
  const { channel, note } = lanes[latch];
  if ((channel & SHARED_NOTE) === 0) return false;
  for (let i = 0; i < lanes.length; i++)
    if (i !== latch && lanes[i].note === note && ((lanes[i].channel ^ channel) & 15) === 0) return true;
  return false;
}
