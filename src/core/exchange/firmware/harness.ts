import { BetweenFrames, type Inputs } from '../../engine/between-frames';
import { mostBytesSettable } from '../../engine/engine';
import { COUNTS, partNames, PARTS, stateLists, type Image, type State } from '../../engine/layout';
import { ENGINE_STATE } from '../../engine/records';
import { placed, scalarsOf, sizeOf, type Fields, type Struct, type Word } from '../../engine/struct';
import type { Frames } from '../../signal/take';
import { structureDigest } from '../settings/settings-dump';
import { dumpRoom, LISTS, roomOf } from '../settings/settings-room';

/** What was sent in one operation. */
export interface Sent {
  operation: number;
  bytes: number[];
}

/** What a take came to: everything sent, and the state that it ended in. */
export interface Played {
  sent: Sent[];
  /** As {@link encodeState} writes it. */
  state: Uint8Array;
}

/** Writes little-endian words one after another, as the harness's machine reads them. */
class Bytes {
  private readonly view: DataView;
  private at = 0;

  constructor(readonly bytes: Uint8Array<ArrayBuffer>) {
    this.view = new DataView(bytes.buffer);
  }

  word(word: Word, value: number): void {
    if (word === 'u8') this.view.setUint8(this.at, value);
    else if (word === 'u16') this.view.setUint16(this.at, value & 0xffff, true);
    else this.view.setUint32(this.at, value >>> 0, true);
    this.at += { u8: 1, u16: 2, u32: 4 }[word];
  }

  /** A record as it lies in memory. */
  row(struct: Struct<Fields>, row: unknown): void {
    const scalars = scalarsOf(struct, row);
    placed(struct).forEach(({ word }, i) => this.word(word, scalars[i]));
  }
}

/**
 * An image as the harness reads it: each list with its length before it, tables and stairs with their room as well, then what
 * else an instrument is made of.
 */
function encodeImage(image: Image, columns: number): Uint8Array<ArrayBuffer> {
  const rows = partNames().reduce((n, name) => n + 2 + image[name].length * sizeOf(PARTS[name].of), 0);
  const lists = LISTS.reduce((n, list) => n + 4 + 2 * image[list].length, 0);
  const out = new Bytes(new Uint8Array(rows + lists + 4 + 2 + 1 + COUNTS.length + 2 + 4));
  for (const name of partNames()) {
    out.word('u16', image[name].length);
    for (const row of image[name]) out.row(PARTS[name].of, row);
  }
  for (const list of LISTS) {
    out.word('u16', image[list].length);
    out.word('u16', roomOf(image)[list]);
    for (const entry of image[list]) out.word('u16', entry);
  }
  out.word('u32', structureDigest(image, ''));
  out.word('u16', image.byte_us);
  out.word('u8', image.table_bits);
  for (const count of COUNTS) out.word('u8', image[count]);
  out.word('u16', columns);
  out.word('u32', Math.max(mostBytesSettable(image), dumpRoom(image)));
  return out.bytes;
}

/** The state as bytes: its parts in the layout's order, then the engine's own. Little-endian, as the harness's machine is. */
export function encodeState(state: State): Uint8Array {
  const rows: [Struct<Fields>, unknown][] = [
    ...stateLists().flatMap(({ name, of }) =>
      state[name].map((row) => [of, row] as [Struct<Fields>, unknown]),
    ),
    [ENGINE_STATE, state.engine],
  ];
  const out = new Bytes(new Uint8Array(rows.reduce((n, [struct]) => n + sizeOf(struct), 0)));
  for (const [struct, row] of rows) out.row(struct, row);
  return out.bytes;
}

const OPERATION = {
  ...{ frame: 0, silence: 1, edge: 2, change: 3, ask: 4, endAll: 5, scene: 6, byte: 7 },
  ...{ look: 8, end: 255 },
} as const;

/** What happens between a take's frames: the numbers of those before which there is a silence, a change of settings, or of the scene. */
export interface Between {
  /** The scene that plays from a frame on. */
  scene?: ReadonlyMap<number, number>;
  silence?: ReadonlySet<number>;
  change?: ReadonlySet<number>;
  /** The settings that a change changes to; asked for again at the end. */
  dump?: Uint8Array;
  /** After every so many frames so many lights are looked at. */
  looks?: { every: number; lights: number };
}

/** The harness's input: an instrument, and a take of it. */
export function encodeProgram(image: Image, frames: Frames, between: Between = {}): Uint8Array {
  const head = encodeImage(image, frames.channels.length);
  const operations = encodeTake(frames, between);
  const bytes = new Uint8Array(head.length + operations.length);
  bytes.set(head);
  bytes.set(operations, head.length);
  return bytes;
}

/**
 * A take as the harness's operations, with what happens between its frames, and a silence at the end. An edge comes before the
 * first frame that is not earlier.
 */
export function encodeTake(frames: Frames, between: Between = {}): Uint8Array {
  const width = frames.channels.length;
  const n = frames.tUs.length;
  const inputs = (frames.edges?.tUs.length ?? 0) + (frames.bytes?.tUs.length ?? 0);
  const { dump = new Uint8Array(0), change } = between;
  const changes = (change?.size ?? 0) * (3 + dump.length);
  const bytes = new Uint8Array(n * (5 + 2 * width) + 7 * inputs + 3 * n + 7 * n + changes + 4);
  const view = new DataView(bytes.buffer);
  let at = 0;
  const input = (operation: number, tUs: number, first: number, second: number) => {
    bytes[at] = operation;
    view.setUint32(at + 1, tUs >>> 0, true);
    bytes[at + 5] = first;
    bytes[at + 6] = second;
    at += 7;
  };
  forOperations(frames, between, {
    edge: (tUs, contact, closed) => input(OPERATION.edge, tUs, contact, closed ? 1 : 0),
    byte: (tUs, port, byte) => input(OPERATION.byte, tUs, port, byte),
    scene: (scene) => {
      bytes[at++] = OPERATION.scene;
      bytes[at++] = scene;
    },
    silence: () => void (bytes[at++] = OPERATION.silence),
    change: () => {
      bytes[at] = OPERATION.change;
      view.setUint16(at + 1, dump.length, true);
      bytes.set(dump, at + 3);
      at += 3 + dump.length;
    },
    ask: () => void (bytes[at++] = OPERATION.ask),
    endAll: () => void (bytes[at++] = OPERATION.endAll),
    frame: (i) => {
      bytes[at] = OPERATION.frame;
      view.setUint32(at + 1, frames.tUs[i] >>> 0, true);
      at += 5;
      for (let c = 0; c < width; c++, at += 2) view.setUint16(at, frames.counts[i * width + c], true);
    },
    look: (tUs, lights) => {
      bytes[at] = OPERATION.look;
      view.setUint32(at + 1, tUs >>> 0, true);
      view.setUint16(at + 5, lights, true);
      at += 7;
    },
  });
  bytes[at++] = OPERATION.end;
  return bytes.subarray(0, at);
}

/** What is done in one operation of a take. */
export interface Operations extends Inputs {
  silence(): void;
  change(): void;
  scene(scene: number): void;
  ask(): void;
  endAll(): void;
  frame(index: number): void;
  look(tUs: number, lights: number): void;
}

/** A take's inputs, silences, changes and frames in their order; at the end what settings there are, where they changed, a silence, and the end of all. */
export function forOperations(
  frames: Frames,
  { silence, change, scene, dump, looks }: Between,
  does: Operations,
): void {
  const between = new BetweenFrames(frames.edges, frames.bytes);
  frames.tUs.forEach((tUs, i) => {
    between.upTo(tUs, does);
    if (silence?.has(i)) does.silence();
    if (change?.has(i)) does.change();
    if (scene?.has(i)) does.scene(scene.get(i)!);
    does.frame(i);
    if (looks && i % looks.every === 0) does.look(tUs, looks.lights);
  });
  between.upTo(Infinity, does);
  if (dump) does.ask();
  does.silence();
  does.endAll();
}

/** Reads the harness's output: records of what was sent, then the state. @throws RangeError when it is cut short */
export function decodePlayed(bytes: Uint8Array): Played {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const sent: Sent[] = [];
  for (let at = 0; at + 6 <= bytes.length;) {
    const operation = view.getUint32(at, true);
    const length = view.getUint16(at + 4, true);
    const body = bytes.subarray(at + 6, at + 6 + length);
    if (body.length < length) throw new RangeError(`decodePlayed: the record at byte ${at} is cut short`);
    if (operation === STATE_RECORD) return { sent, state: Uint8Array.from(body) };
    sent.push({ operation, bytes: Array.from(body) });
    at += 6 + length;
  }
  throw new RangeError('decodePlayed: a state is required at the end, there is none');
}

/** Number of the record that holds the state. */
const STATE_RECORD = 0xffffffff;
