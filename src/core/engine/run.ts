import { splitMessages } from '../midi/messages';
import type { Frames } from '../signal/take';
import type { Program } from './program';
import { start, type State } from './state';
import { stepMany } from './step';

/** One MIDI message and the frame time that it left at. */
export interface MidiEvent {
  tUs: number;
  bytes: number[];
}

/** Plays a whole take. `state` is carried on, so a take can be played in pieces. */
export function run(program: Program, frames: Frames, state: State = start(program)): MidiEvent[] {
  const events: MidiEvent[] = [];
  const out = new Uint8Array(program.maxBytes);
  stepMany(program, state, frames.tUs, frames.counts, frames.channels.length, out, (frame, n) => {
    for (const bytes of splitMessages(out.subarray(0, n))) events.push({ tUs: frames.tUs[frame], bytes });
  });
  return events;
}
