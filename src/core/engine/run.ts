import type { MidiEvent } from '../midi/event';
import { splitMessages } from '../midi/messages';
import type { Frames } from '../signal/take';
import type { Program } from './program';
import { start, type State } from './state';
import { stepMany } from './step-many';

/** Plays a whole take. `state` is carried on, so a take can be played in pieces. */
export function run(program: Program, frames: Frames, state: State = start(program)): MidiEvent[] {
  const events: MidiEvent[] = [];
  stepMany(program, state, frames.tUs, frames.counts, frames.channels.length, (frame, out, from, to) => {
    for (const bytes of splitMessages(out.subarray(from, to))) events.push({ tUs: frames.tUs[frame], bytes });
  });
  return events;
}
