import { CONTROLLER, STATUS } from './messages';
import type { MidiEvent } from './event';
import { Receiver } from './receiver';

/** A note as a receiver hears it. */
export interface HeardNote {
  onUs: number;
  /** When it ends; the end of what was heard where nothing ends it. */
  offUs: number;
  /** Whether something ended it. */
  ended: boolean;
  /** 0 … 15 and 0 … 127. */
  channel: number;
  note: number;
  /** 1 … 127. */
  velocity: number;
  /** [µs, semitones] at its beginning, and each time it sounds at another pitch: note 69 is 440 Hz, fractions are cents. */
  pitches: [tUs: number, pitch: number][];
}

/** Whether a message begins a note: a note-on of velocity 0 ends one (MIDI 1.0 Detailed Specification, "Note-On"). */
export const beginsNote = ([status, , velocity]: readonly number[]): boolean =>
  (status & 0xf0) === STATUS.noteOn && velocity > 0;

/** Whether it ends one. */
export const endsNote = ([status, , velocity]: readonly number[]): boolean =>
  (status & 0xf0) === STATUS.noteOff || ((status & 0xf0) === STATUS.noteOn && velocity === 0);

/** Whether it ends all notes of its channel: all sound off, and all notes off with what follows it (MIDI 1.0 Detailed Specification, "Channel Mode Messages"). */
const endsAll = ([status, controller]: readonly number[]): boolean =>
  (status & 0xf0) === STATUS.controlChange &&
  (controller === CONTROLLER.allSoundOff || controller >= CONTROLLER.allNotesOff);

/** The notes of some messages, in the order in which they begin. @param events in order of time @param endUs when listening ended */
export function heardNotes(events: readonly MidiEvent[], endUs: number): HeardNote[] {
  const receiver = new Receiver();
  const notes: HeardNote[] = [];
  const sounding = new Map<number, HeardNote>();
  const end = (key: number, offUs: number) => {
    const own = sounding.get(key);
    if (own) Object.assign(own, { offUs, ended: true });
    sounding.delete(key);
  };
  for (const { tUs, bytes } of events) {
    const channel = bytes[0] & 15;
    const key = 128 * channel + bytes[1];
    if (beginsNote(bytes)) {
      // The same note again without an end: a receiver strikes it anew.
      end(key, tUs);
      const pitches: HeardNote['pitches'] = [[tUs, bytes[1] + receiver.bendOf(channel)]];
      const [, note, velocity] = bytes;
      const own = { onUs: tUs, offUs: endUs, ended: false, channel, note, velocity, pitches };
      notes.push(own);
      sounding.set(key, own);
    } else if (endsNote(bytes)) end(key, tUs);
    else if (endsAll(bytes))
      for (const [own, { channel: its }] of [...sounding]) {
        if (its === channel) end(own, tUs);
      }
    else if (bytes[0] < 0xf0)
      for (const changed of receiver.take(bytes))
        for (const own of sounding.values()) if (own.channel === changed) bend(own, tUs, receiver);
  }
  return notes;
}

function bend(own: HeardNote, tUs: number, receiver: Receiver): void {
  const pitch = own.note + receiver.bendOf(own.channel);
  if (pitch !== own.pitches.at(-1)![1]) own.pitches.push([tUs, pitch]);
}

/** The pitch of a note at a time, semitones. */
export function pitchAt({ pitches }: Pick<HeardNote, 'pitches'>, tUs: number): number {
  let at = 0;
  while (at + 1 < pitches.length && pitches[at + 1][0] <= tUs) at++;
  return pitches[at][1];
}
