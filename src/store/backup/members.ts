import { gunzipSync, gzipSync, strFromU8, strToU8 } from 'fflate';
import { crc32 } from '@/core/units/crc32';

/** Every record is a gzip member of its own, which names itself so: by that a reader finds the next one after damage. */
const NAME = 'cheironom';
/** Magic, deflate, with a name (RFC 1952, 2.3); then the time, 0, level and system, and the name. */
const MAGIC = [0x1f, 0x8b, 8, 8, 0, 0, 0, 0];
const NAME_AT = 10;
const HEAD_BYTES = NAME_AT + NAME.length + 1;
/** Largest member that is read, bytes: a piece of a take is a tenth of it. */
const LARGEST = 1 << 26;

/** A record as a member: a line of JSON that ends with the CRC-32 of the rest of it. */
export function writeMember(record: object): Uint8Array<ArrayBuffer> {
  const json = JSON.stringify(record);
  const line = `${json.slice(0, -1)},"crc32":"${hex(crc32(json))}"}\n`;
  return Uint8Array.from(gzipSync(strToU8(line), { filename: NAME, mtime: 0 }));
}

const hex = (crc: number): string => crc.toString(16).padStart(8, '0');

/** @returns the record; null where it is damaged, or says that it is longer than any */
export function readMember(bytes: Uint8Array): Record<string, unknown> | null {
  if (sizeOf(bytes) > LARGEST) return null;
  const text = textOf(bytes);
  const [, head, crc] = /^(.*),"crc32":"([0-9a-f]{8})"\}\n$/s.exec(text ?? '') ?? [];
  if (head === undefined || hex(crc32(`${head}}`)) !== crc) return null;
  const value: unknown = JSON.parse(`${head}}`);
  return typeof value === 'object' ? (value as Record<string, unknown>) : null;
}

/** Bytes that a member says it has once it is unpacked (RFC 1952, ISIZE): no more are made room for. */
const sizeOf = (bytes: Uint8Array): number =>
  bytes.length < 4
    ? 0
    : new DataView(bytes.buffer, bytes.byteOffset + bytes.length - 4, 4).getUint32(0, true);

/** What is damaged throws in many ways: none of them is of interest beyond that. */
function textOf(bytes: Uint8Array): string | null {
  try {
    return strFromU8(gunzipSync(bytes));
  } catch {
    return null;
  }
}

const isHead = (bytes: Uint8Array, at: number): boolean =>
  MAGIC.every((byte, i) => bytes[at + i] === byte) &&
  strFromU8(bytes.subarray(at + NAME_AT, at + NAME_AT + NAME.length)) === NAME;

/** The place of the next member from a place on; −1 where none begins. */
function nextHead(bytes: Uint8Array, from: number): number {
  for (let at = bytes.indexOf(MAGIC[0], from); at >= 0; at = bytes.indexOf(MAGIC[0], at + 1))
    if (isHead(bytes, at)) return at;
  return -1;
}

/** Parts a stream into its members; what lies before the first is passed over. Memory: one member, and one piece of the stream. */
export async function* membersOf(stream: AsyncIterable<Uint8Array>): AsyncGenerator<Uint8Array> {
  let held = new Uint8Array(0);
  for await (const piece of stream) {
    const all = new Uint8Array(held.length + piece.length);
    all.set(held);
    all.set(piece, held.length);
    let from = nextHead(all, 0);
    if (from < 0) from = Math.max(0, all.length - HEAD_BYTES);
    for (let next = nextHead(all, from + 1); next >= 0; next = nextHead(all, from + 1)) {
      yield all.subarray(from, next);
      from = next;
    }
    // What never ends is no member.
    held = all.slice(all.length - from > LARGEST ? all.length - HEAD_BYTES : from);
  }
  if (nextHead(held, 0) === 0) yield held;
}
