import { mostBytesSettable } from '../engine/engine';
import { ENGINE_STATE, STATE_PARTS, type Image, type State } from '../engine/layout';
import { placed, scalarsOf, sizeOf, type Fields, type Struct } from '../engine/struct';
import type { Frames } from '../signal/take';
import { arrayOf, cTypeOf, partsOf, room } from './c-image';
import { PARTS, STATES } from './c-layout';
import { dumpRoom, roomOf, structureDigest } from './settings-dump';

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

/** What the harness plays. */
export interface Program {
  image: Image;
  columns: readonly string[];
}

/** programs.h for firmware/host/harness.c: the images, room for their states, and a list of them. */
export function writePrograms(list: readonly Program[]): string {
  const rows = list.map(({ image, columns }, n) => {
    const bytes = Math.max(mostBytesSettable(image), dumpRoom(image));
    return `    {&p${n}_instrument, ${columns.length}, ${bytes}},`;
  });
  return [
    ...list.map(({ image }, n) => programOf(image, `p${n}`)),
    'typedef struct { const cheir_instrument *instrument; uint16_t columns; uint16_t room; } harness_program;',
    `#define HARNESS_PROGRAMS ${list.length}`,
    `static const harness_program harness_programs[${list.length}] = {\n${rows.join('\n')}\n};`,
    '',
  ].join('\n');
}

/** One instrument, its fields in the order of cheir_instrument. */
function programOf(image: Image, prefix: string): string {
  const states = STATES.map(([name, struct]) => ({ name, struct, n: room(lengthOf(image, name)) }));
  const parts = partsOf(image);
  const most: Record<string, number> = { ...roomOf(image) };
  const fields = [
    `{${parts.map(({ name }) => `${prefix}_${name}`).join(', ')}}`,
    `${structureDigest(image, '')}ul`,
    ...[image.tables.length, image.stairs.length, most.tables, most.stairs],
    ...[image.byte_us, image.table_bits],
    ...PARTS.map(([name]) => image[name].length),
    image.contacts,
    ...states.map(({ name }) => `${prefix}_state_${name}`),
    `&${prefix}_engine`,
  ];
  return [
    ...parts.map((part) => {
      const entries = room(most[part.name] ?? part.rows.length);
      return arrayOf(part, `static ${cTypeOf(part.type)} ${prefix}_${part.name}[${entries}]`);
    }),
    ...states.map(({ name, struct, n }) => `static cheir_${struct.name} ${prefix}_state_${name}[${n}];`),
    `static cheir_engine_state ${prefix}_engine;`,
    `static const cheir_instrument ${prefix}_instrument = {${fields.join(', ')}};`,
  ].join('\n');
}

/** Entries of a part of the state. */
export function lengthOf(image: Image, part: keyof typeof STATE_PARTS): number {
  if (part === 'contacts') return image.contacts;
  if (part === 'level_zeros') return image.levels.length;
  if (part === 'strike_zeros') return image.strikes.length;
  return image[part].length;
}

/** The state as bytes: its parts in the layout's order, then the engine's own. Little-endian, as the harness's machine is. */
export function encodeState(state: State): Uint8Array {
  const rows: [Struct<Fields>, unknown][] = [
    ...STATES.flatMap(([name, struct]) =>
      state[name].map((row) => [struct, row] as [Struct<Fields>, unknown]),
    ),
    [ENGINE_STATE, state.engine],
  ];
  const bytes = new Uint8Array(rows.reduce((n, [struct]) => n + sizeOf(struct), 0));
  const view = new DataView(bytes.buffer);
  let at = 0;
  for (const [struct, row] of rows) {
    const scalars = scalarsOf(struct, row);
    placed(struct).forEach(({ word, offset }, i) => {
      if (word === 'u8') view.setUint8(at + offset, scalars[i]);
      else if (word === 'u32') view.setUint32(at + offset, scalars[i], true);
      else view.setUint16(at + offset, scalars[i] & 0xffff, true);
    });
    at += sizeOf(struct);
  }
  return bytes;
}

const OPERATION = { frame: 0, silence: 1, edge: 2, change: 3, ask: 4, endAll: 5, end: 255 } as const;

/** What happens between a take's frames: the numbers of those before which there is a silence, or a change of settings. */
export interface Between {
  silence?: ReadonlySet<number>;
  change?: ReadonlySet<number>;
  /** The settings that a change changes to; asked for again at the end. */
  dump?: Uint8Array;
}

/**
 * The harness's input: a take, with what happens between its frames, and a silence at the end. An edge comes before the
 * first frame that is not earlier.
 */
export function encodeTake(program: number, frames: Frames, between: Between = {}): Uint8Array {
  const width = frames.channels.length;
  const n = frames.tUs.length;
  const edges = frames.edges?.tUs.length ?? 0;
  const { dump = new Uint8Array(0), change } = between;
  const changes = (change?.size ?? 0) * (3 + dump.length);
  const bytes = new Uint8Array(2 + n * (5 + 2 * width) + 7 * edges + n + changes + 4);
  const view = new DataView(bytes.buffer);
  view.setUint16(0, program, true);
  let at = 2;
  forOperations(frames, between, {
    edge: (tUs, contact, closed) => {
      bytes[at] = OPERATION.edge;
      view.setUint32(at + 1, tUs >>> 0, true);
      bytes[at + 5] = contact;
      bytes[at + 6] = closed ? 1 : 0;
      at += 7;
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
  });
  bytes[at++] = OPERATION.end;
  return bytes.subarray(0, at);
}

/** A take's edges, silences, changes and frames in their order; at the end what settings there are, where they changed, a silence, and the end of all. */
export function forOperations(
  frames: Frames,
  { silence, change, dump }: Between,
  does: {
    edge: (tUs: number, contact: number, closed: boolean) => void;
    silence: () => void;
    change: () => void;
    ask: () => void;
    endAll: () => void;
    frame: (index: number) => void;
  },
): void {
  const { edges, tUs } = frames;
  let edge = 0;
  const edgesUpTo = (untilUs: number) => {
    for (; edges && edge < edges.tUs.length && edges.tUs[edge] <= untilUs; edge++)
      does.edge(edges.tUs[edge], edges.contact[edge], edges.closed[edge] !== 0);
  };
  for (let i = 0; i < tUs.length; i++) {
    edgesUpTo(tUs[i]);
    if (silence?.has(i)) does.silence();
    if (change?.has(i)) does.change();
    does.frame(i);
  }
  edgesUpTo(Infinity);
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
