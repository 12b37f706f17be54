import { compile } from '../compile/compile';
import { startEngine } from '../engine/start';
import type { Image } from '../engine/layout';
import { silence } from '../engine/play';
import { run } from '../engine/run';
import { columnsOf, contactsOf } from '../instrument/access';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import type { MidiEvent } from '../midi/event';
import { splitMessages } from '../midi/messages';
import { framesOf } from '../signal/frames';
import type { BytesIn, Edges, Frames } from '../signal/take';

/** An instrument's board with a take as it would scan it. */
export interface BoardTake {
  board: Board;
  image: Image;
  frames: Frames;
}

/** Each board with what it plays of a take: sensors whose columns the take lacks are left out. */
export const boardTakes = (instrument: Instrument, frames: Frames): BoardTake[] =>
  instrument.boards.map((board) => {
    const own = framesOf(frames, columnsOf(instrument, board), contactsOf(instrument, board));
    return { board, image: compile(instrument, board, own.channels), frames: own };
  });

/** Frames between two looks at how many messages there are. */
const CHUNK = 2000;

/**
 * Plays a take on one board from power-up to its end, where a silence ends what still sounds.
 * @param most messages
 * @returns the messages, and how many notes were ended by the silence; null where it plays more than that
 */
export function playTake(
  { image, frames }: BoardTake,
  most: number,
): { events: MidiEvent[]; held: number } | null {
  const e = startEngine(image);
  const width = frames.channels.length;
  const events: MidiEvent[] = [];
  let edge = 0;
  let byte = 0;
  for (let from = 0; from < frames.tUs.length; from += CHUNK) {
    if (events.length > most) return null;
    const tUs = frames.tUs.subarray(from, from + CHUNK);
    const counts = frames.counts.subarray(from * width, (from + CHUNK) * width);
    const until = from + CHUNK >= frames.tUs.length ? Infinity : tUs[tUs.length - 1];
    const edges = frames.edges && inputsBetween(frames.edges, edge, until);
    const bytes = frames.bytes && inputsBetween(frames.bytes, byte, until);
    edge += edges?.tUs.length ?? 0;
    byte += bytes?.tUs.length ?? 0;
    for (const event of run(e, { channels: frames.channels, tUs, counts, edges, bytes })) events.push(event);
  }
  const held = splitMessages(e.out.subarray(0, silence(e)));
  const endUs = frames.tUs[frames.tUs.length - 1];
  events.push(...held.map((bytes) => ({ tUs: endUs, bytes })));
  return { events, held: held.length };
}

/** Edges, or bytes, from one on up to a time. */
function inputsBetween<I extends Edges | BytesIn>(inputs: I, from: number, untilUs: number): I {
  let to = from;
  while (to < inputs.tUs.length && inputs.tUs[to] <= untilUs) to++;
  const part = ([name, list]: [string, unknown]) => [
    name,
    ArrayBuffer.isView(list) ? (list as Uint8Array).subarray(from, to) : list,
  ];
  // The same lists, each a part of what it was.
  return Object.fromEntries(Object.entries(inputs).map(part)) as I;
}
