import type { MidiEvent } from '../midi/event';
import { MessageReader } from '../midi/message-reader';
import type { Frames } from '../signal/take';
import type { Engine } from './engine';
import { startEngine } from './start';
import type { Image } from './layout';
import { playMany } from './play-many';

/** Plays a whole take. The engine goes on from where it is, so that a take can be played in pieces. @param reader keeps what a piece leaves open of a message */
export function run(
  engine: Image | Engine,
  frames: Frames,
  reader: MessageReader = new MessageReader(),
): MidiEvent[] {
  const e = 'state' in engine ? engine : startEngine(engine);
  const events: MidiEvent[] = [];
  playMany(e, frames, (tUs, out, bytes) => {
    for (const message of reader.read(out.subarray(0, bytes))) events.push({ tUs, bytes: message });
  });
  return events;
}
