import { CONTROLLER, DEFAULT_RELEASE, STATUS } from '../../midi/messages';
import { CONTROL_KIND, NO_BEND, NO_NOTE, POOLED, SHARED_NOTE, SHIFT_ZERO } from '../codes';
import type { Engine } from '../engine';
import { emptyBand } from '../place';
import { send } from '../wire';
import { readNow, told } from './control';
import { sendBend } from './send-bend';
import { freeMember, nextMember, turnMember } from './pool';
import { velocityOf } from './velocity';

/** What a receiver takes for timbre where nobody says: the middle (MPE 1.1, M1-100-UM, appendix: 74 begins at 64). */
const TIMBRE_CENTRE = 64;

/** Starts the note that a lane stands for. As {@link soundNote}. */
export function startNote(e: Engine, index: number, latch: number, lane: number, strength: number): void {
  const { note, bend } = e.image.note_lanes[lane];
  soundNote(e, index, latch, lane, { note, bend }, strength);
}

/**
 * Starts a note. Its channel and number are kept for the note-off, whatever the image says by then. Where another lane holds the
 * same note, it is struck anew: a note-off comes before the note-on, so that receivers of every sort end it with the last note-off.
 * What a receiver must know of the note goes before it: bend; in a pool pressure and timbre too (MPE 1.1, M1-100-UM, 3.3.2).
 * @param index of the note @param latch where channel and number are kept @param lane whose channel it is
 */
export function soundNote(
  e: Engine,
  index: number,
  latch: number,
  lane: number,
  { note: written, bend }: { note: number; bend: number },
  strength: number,
): void {
  const { channel } = e.image.note_lanes[lane];
  const sounding = e.state.note_lanes[latch];
  const note = shifted(e, index, written);
  if (note === NO_NOTE) return void (sounding.note = NO_NOTE);
  const pooled = (channel & POOLED) !== 0;
  const own = pooled ? POOLED | takeChannel(e, channel & 15, latch) : channel;
  sounding.channel = own | ((channel | sounding.channel) & SHARED_NOTE);
  sounding.note = note;
  if (bend !== NO_BEND) sendBend(e, sounding.channel & 15, bend);
  if (e.image.note_lanes[latch].control > 0) beginControls(e, latch, bend, pooled);
  else if (pooled) sendInitial(e, sounding.channel & 15, 0, TIMBRE_CENTRE);
  if (isHeldElsewhere(e, latch)) sendNoteOff(e, sounding.channel, note);
  send(e, STATUS.noteOn | (sounding.channel & 15), note, velocityOf(e, e.image.notes[index], lane, strength));
  e.watch?.(lane, sounding.channel & 15, note);
}

/** The note that sounds where one is written; none where MIDI has none so high or so low. */
function shifted({ image, state }: Engine, index: number, note: number): number {
  if (state.modes.length === 0 || image.notes[index].stays !== 0) return note;
  const moved = note + state.modes[0].shift - SHIFT_ZERO;
  return moved >= 0 && moved <= 127 ? moved : NO_NOTE;
}

/** A channel of a pool for a lane; where all of them play, the oldest note ends. */
function takeChannel(e: Engine, pool: number, latch: number): number {
  const at = nextMember(e, pool);
  const { lane } = e.state.members[at];
  if (lane !== NO_NOTE) {
    silenceLatch(e, lane);
    e.woken = true;
  }
  return turnMember(e, pool, at, latch);
}

function sendInitial(e: Engine, channel: number, pressure: number, timbre: number): void {
  send(e, STATUS.channelPressure | channel, pressure, -1);
  send(e, STATUS.controlChange | channel, CONTROLLER.timbre, timbre);
}

/** What belongs to a lane's note begins with it: bends where it does, and in a pool pressure and timbre before it. */
function beginControls(e: Engine, latch: number, bend: number, pooled: boolean): void {
  let pressure = 0;
  let timbre = TIMBRE_CENTRE;
  for (let at = e.image.note_lanes[latch].control; at > 0; at = e.image.controls[at - 1].next) {
    const control = e.image.controls[at - 1];
    const state = e.state.controls[at - 1];
    emptyBand(state);
    state.sent = 0xffff;
    if (control.kind === CONTROL_KIND.glide) state.sent = bend;
    else if (pooled && control.kind === CONTROL_KIND.pressure) {
      state.sent = readNow(e, at - 1);
      pressure = told(control, state.sent);
    } else if (
      pooled &&
      control.kind === CONTROL_KIND.controller7 &&
      control.controller === CONTROLLER.timbre
    ) {
      state.sent = readNow(e, at - 1);
      timbre = told(control, state.sent);
    }
  }
  e.woken = true;
  if (pooled) sendInitial(e, e.state.note_lanes[latch].channel & 15, pressure, timbre);
}

/**
 * Another note of one note at a time. It begins before the old one ends, so that it can be slurred; where a pool gives the channels,
 * or nothing is slurred, afterwards. As {@link soundNote}.
 */
export function replaceNote(
  e: Engine,
  index: number,
  latch: number,
  lane: number,
  spelled: { note: number; bend: number },
  strength: number,
  slurred: boolean,
): void {
  const sounding = e.state.note_lanes[latch];
  if (!slurred || (sounding.channel & POOLED) !== 0) endNote(e, latch);
  const { note, channel } = sounding;
  soundNote(e, index, latch, lane, spelled, strength);
  if (note === NO_NOTE) return;
  const now = { ...sounding };
  Object.assign(sounding, { note, channel });
  endNote(e, latch);
  Object.assign(sounding, now);
}

export function endNote(e: Engine, latch: number): void {
  const { note, channel } = e.state.note_lanes[latch];
  if (note === NO_NOTE) return;
  const pool = e.image.note_lanes[latch].channel;
  silenceLatch(e, latch);
  if ((channel & POOLED) !== 0) freeMember(e, pool & 15, latch);
}

/** Ends what a lane plays; the channel that a pool gave it is not free yet. */
function silenceLatch(e: Engine, latch: number): void {
  const sounding = e.state.note_lanes[latch];
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
