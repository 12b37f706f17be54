import { NO_NOTE, SHARED_NOTE, VELOCITY } from '../codes';
import { DEFAULT_RELEASE, STATUS } from '../../midi/messages';
import type { Engine } from '../engine';
import type { NOTE } from '../records';
import { levelShare, mapped } from '../map';
import { locate, type Place } from '../place';
import { stepOf } from '../scale';
import type { Of } from '../struct';
import { send } from '../wire';

/** The note of a lane starts; one that still sounds there ends first. @param strength of its gate, Q15 */
export function noteStarts(e: Engine, index: number, lane: number, strength: number): void {
  const at = e.image.notes[index].lane + lane;
  endNote(e, at);
  startNote(e, index, at, at, strength);
}

export function noteEnds(e: Engine, index: number, lane: number): void {
  endNote(e, e.image.notes[index].lane + lane);
}

/**
 * Channel and note are kept for the note-off, whatever the image says by then. Where another lane holds the same note, it is
 * struck anew: a note-off comes before the note-on, so that receivers of every sort end it with the last note-off.
 * @param latch where they are kept @param lane whose note it is
 */
export function startNote(e: Engine, index: number, latch: number, lane: number, strength: number): void {
  const { channel, note } = e.image.note_lanes[lane];
  const sounding = e.state.note_lanes[latch];
  sounding.channel = channel | (sounding.channel & SHARED_NOTE);
  sounding.note = note;
  if (isHeldElsewhere(e, latch)) sendNoteOff(e, channel, note);
  send(e, STATUS.noteOn | (channel & 15), note, velocityOf(e, e.image.notes[index], strength));
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

const place: Place = { side: 0, distance: 0 };

function velocityOf(e: Engine, note: Of<typeof NOTE>, strength: number): number {
  if (note.velocity === VELOCITY.fixed) return note.from;
  if (note.velocity === VELOCITY.strength) return stepOf(note.from, note.span, strength);
  return stepOf(note.from, note.span, mapped(e.image, note.table, shareNow(e, note.level)));
}

/** Where a level is in this frame, Q15. */
function shareNow(e: Engine, index: number): number {
  const level = e.image.levels[index];
  locate(e.state.level_zeros[index].rest, e.counts[e.at + level.column], place);
  return levelShare(level, place.side, place.distance);
}
