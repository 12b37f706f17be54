import { outByteUs } from '../instrument/transports';
import type { MidiEvent } from '../midi/event';
import type { BoardPlayed } from './play-take';
import { arrivalsOn } from './sounded';

/** What a board's wire carries in a take. */
export interface WireLoad {
  board: string;
  messages: number;
  bytes: number;
  /** In the busiest second. */
  busiestMessages: number;
  busiestBytes: number;
  /** Bytes a second that it can carry. */
  carries: number;
  /** The worst queue: how many bytes were to be sent still as another message came, itself among them; how long its last byte took to leave, ms; and when, µs. */
  worst: { bytes: number; ms: number; atUs: number } | null;
}

const SECOND_US = 1e6;

/** @param events in order of time */
export function wireLoad(board: string, events: readonly MidiEvent[], byteUs: number): WireLoad {
  const arrivals = arrivalsOn(events, byteUs);
  let [bytes, first, inSecond, busiestBytes, busiestMessages] = [0, 0, 0, 0, 0];
  let worst: WireLoad['worst'] = null;
  events.forEach((event, i) => {
    const { length } = event.bytes;
    bytes += length;
    inSecond += length;
    while (events[first].tUs <= event.tUs - SECOND_US) inSecond -= events[first++].bytes.length;
    busiestBytes = Math.max(busiestBytes, inSecond);
    busiestMessages = Math.max(busiestMessages, i - first + 1);
    const waitedUs = arrivals[i] - event.tUs;
    if (worst === null || waitedUs > 1000 * worst.ms)
      worst = { bytes: Math.ceil(waitedUs / byteUs), ms: waitedUs / 1000, atUs: event.tUs };
  });
  const messages = events.length;
  return { board, messages, bytes, busiestMessages, busiestBytes, carries: SECOND_US / byteUs, worst };
}

/** Of every board; the silence at the end of a take is left out. */
export const wireLoads = (played: readonly BoardPlayed[]): WireLoad[] =>
  played.map(({ board, events, held }) =>
    wireLoad(board.id, events.slice(0, events.length - held), outByteUs(board)),
  );
