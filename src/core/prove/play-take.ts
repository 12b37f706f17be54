import { compileWith } from '../compile/compile';
import { Cable } from '../engine/cable';
import type { Engine } from '../engine/engine';
import { startEngine } from '../engine/start';
import type { Image } from '../engine/layout';
import { endChannelOwed, silence } from '../engine/play';
import { playMany, type Emit } from '../engine/play-many';
import type { Making } from '../stages/making';
import { columnsOf, contactsOf } from '../instrument/access';
import type { Board } from '../instrument/board';
import type { Instrument } from '../instrument/document';
import { cableByteUs } from '../instrument/transports';
import { entersAt, inSeries, midiInputsOf } from '../instrument/midi-inputs';
import type { MidiEvent } from '../midi/event';
import { CABLE_BAUD } from '../midi/messages';
import { MessageReader } from '../midi/message-reader';
import { framesOf } from '../signal/frames';
import type { BytesIn, Edges, Frames } from '../signal/take';

/** An instrument's board with a take as it would scan it, and what comes in on its ports. */
export interface BoardTake {
  board: Board;
  image: Image;
  frames: Frames;
  /** Which voice and which lane of its sensor stand behind the lanes of its notes. */
  made: Pick<Making, 'played'>;
}

/** A note that the board itself began. */
export interface BegunNote {
  tUs: number;
  /** In the image's list of lanes of notes. */
  lane: number;
  /** 0 … 15 and 0 … 127. */
  channel: number;
  note: number;
}

/** What a board has played of a take. */
export interface BoardPlayed extends BoardTake {
  events: MidiEvent[];
  begun: BegunNote[];
  /** How many messages the silence at the end took. */
  held: number;
  /** Whether its output enters no other board. */
  heard: boolean;
  /** Bytes that were no message, by port. */
  garbage: number[];
}

/** What comes in from outside: bytes that begin to arrive at a time, on one of the instrument's inputs. */
export interface MidiIn extends MidiEvent {
  input: string;
}

/** Frames between two looks at how many messages there are. */
const CHUNK = 2000;

/**
 * Plays a take on every board of an instrument, each from power-up to its end, where a silence ends what still sounds. Those in series get
 * what the boards before them send, by a cable. Sensors whose columns the take lacks are left out.
 * @param most messages @returns in the boards' order; null where one plays more than that
 */
export function playBoards(
  instrument: Instrument,
  frames: Frames,
  most = Infinity,
  midiIn: readonly MidiIn[] = [],
): BoardPlayed[] | null {
  const cables = instrument.boards.map((board) => loadedCables(instrument, board, midiIn));
  const played: BoardPlayed[] = [];
  for (const i of inSeries(instrument)) {
    const board = instrument.boards[i];
    const own = framesOf(frames, columnsOf(instrument, board), contactsOf(instrument, board));
    const bytes = bytesOf(cables[i]);
    const made = compileWith(instrument, board, own.channels);
    const take = {
      ...{ board, image: made.parts.image, made },
      frames: bytes ? { ...own, bytes } : own,
    };
    const to = entersAt(instrument, board);
    const one = playTake(take, most, to ? cables[to.board][to.port] : null);
    if (!one) return null;
    played[i] = { ...take, ...one, heard: to === null };
  }
  return played;
}

/** A cable into each port of a board. */
export const cablesInto = (instrument: Instrument, board: Board): Cable[] =>
  midiInputsOf(instrument, board).map((port) => {
    const from = 'from' in port ? instrument.boards.find(({ id }) => id === port.from) : undefined;
    return new Cable(cableByteUs(from ?? { midiBaud: CABLE_BAUD }));
  });

/** The same, those from outside with what they bring. */
function loadedCables(instrument: Instrument, board: Board, midiIn: readonly MidiIn[]): Cable[] {
  const cables = cablesInto(instrument, board);
  midiInputsOf(instrument, board).forEach((port, i) => {
    if (!('id' in port)) return;
    for (const { input, tUs, bytes } of midiIn) if (input === port.id) cables[i].send(tUs, bytes);
  });
  return cables;
}

/** Everything that arrives by some cables, in order of time. */
function bytesOf(cables: readonly Cable[]): BytesIn | null {
  if (cables.length === 0) return null;
  const all = cables.flatMap((cable, port) => {
    const found: { tUs: number; port: number; byte: number }[] = [];
    for (let next = cable.take(); next; next = cable.take()) found.push({ ...next, port });
    return found;
  });
  all.sort((a, b) => a.tUs - b.tUs || a.port - b.port);
  return {
    tUs: Float64Array.from(all, ({ tUs }) => tUs),
    port: Uint8Array.from(all, ({ port }) => port),
    byte: Uint8Array.from(all, ({ byte }) => byte),
  };
}

/** Plays a take on one board. @param into what its output enters */
function playTake(
  { image, frames }: BoardTake,
  most: number,
  into: Cable | null,
): Pick<BoardPlayed, 'events' | 'begun' | 'held' | 'garbage'> | null {
  const e = startEngine(image);
  const width = frames.channels.length;
  const reader = new MessageReader();
  const events: MidiEvent[] = [];
  const begun: BegunNote[] = [];
  let named = 0;
  e.watch = (lane, channel, note) => void begun.push({ tUs: 0, lane, channel, note });
  const emit: Emit = (tUs, out, bytes) => {
    while (named < begun.length) begun[named++].tUs = tUs;
    const sent = out.subarray(0, bytes);
    into?.send(tUs, sent);
    for (const message of reader.read(sent)) events.push({ tUs, bytes: message });
  };
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
    playMany(e, { channels: frames.channels, tUs, counts, edges, bytes }, emit);
  }
  const sounding = events.length;
  endTake(e, frames, emit);
  return {
    ...{ events, begun },
    held: events.length - sounding,
    garbage: e.state.ports.map(({ garbage }) => garbage),
  };
}

/** A silence ends what sounds. */
function endTake(e: Engine, { tUs }: Frames, emit: Emit): void {
  const endUs = tUs[tUs.length - 1];
  emit(endUs, e.out, silence(e));
  for (let n = endChannelOwed(e); n > 0; n = endChannelOwed(e)) emit(endUs, e.out, n);
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
