import { splitMessages } from '../midi/messages';
import type { Frames } from '../signal/take';
import type { Program } from './program';
import { start, type State } from './state';
import { step } from './step';

/** One MIDI message and the frame time that it left at. */
export interface MidiEvent {
  tUs: number;
  bytes: number[];
}

/** Plays a whole take. `state` is carried on, so a take can be played in pieces. */
export function run(program: Program, frames: Frames, state: State = start(program)): MidiEvent[] {
  const events: MidiEvent[] = [];
  const out = new Uint8Array(program.maxBytes);
  const width = frames.channels.length;
  for (let i = 0; i < frames.tUs.length; i++) {
    const n = step(program, state, frames.tUs[i], frames.counts, i * width, out);
    if (n > 0)
      for (const bytes of splitMessages(out.subarray(0, n))) events.push({ tUs: frames.tUs[i], bytes });
  }
  return events;
}
