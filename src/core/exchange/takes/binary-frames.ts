/**
 * The compact form of frames and edges on a line: packets, byte-stuffed so that 0 ends each of them and stands nowhere else
 * (COBS: Cheshire & Baker, IEEE/ACM Trans. Networking 7, 1999), with a counter and a CRC. firmware/cheironom_frames.h sends
 * the same. A packet before stuffing, little-endian:
 *   u8 kind · u16 counter of frames · u32 time, µs · payload · u16 CRC of all before it
 * kind 1: a frame, u16 a column; kind 2: an edge, u8 contact, u8 closed, with the counter of the next frame; kind 3: who is on
 * the line, eight letters of its instrument's digest, u16 scans a second, u8 columns, u8 contacts; kind 4: what it says to
 * settings that it was sent, u8 (ANSWER in engine/codes.ts); kind 5: what went wrong since it began, u32 late scans, u16 times that
 * something was dropped, u16 edges that found no room; kind 6: a part of its settings, u16 bytes in all, u16 the first's place, bytes.
 */
export const PACKET = { frame: 1, edge: 2, who: 3, answer: 4, health: 5, settings: 6 } as const;

const HEAD = 7;
const CRC = 2;
/** Longest packet, bytes: 255 columns. */
export const LONGEST_PACKET = HEAD + 2 * 255 + CRC;

export type Packet =
  | { is: 'frame'; counter: number; tUs: number; counts: Uint16Array }
  | { is: 'edge'; counter: number; tUs: number; contact: number; closed: boolean }
  | ({ is: 'who' } & Who)
  | { is: 'answer'; says: number }
  | ({ is: 'health' } & Health)
  | { is: 'settings'; all: number; from: number; bytes: Uint8Array<ArrayBuffer> };

/** Who is on the line. */
export interface Who {
  /** Digest of the instrument that its sketch was made from, see exchange/header. */
  digest: string;
  scanHz: number;
}
/** What went wrong on a board since it began. */
export interface Health {
  /** Scans that came a whole period late. */
  overruns: number;
  /** Times that what waited for a port was dropped. */
  dropped: number;
  /** Edges that found no room. */
  missed: number;
}
const DIGEST = 8;

/** CRC-16 with polynomial 0x1021 from 0xFFFF ("CCITT-FALSE"; check value of "123456789": 0x29B1). */
export function crc16(bytes: Uint8Array, length = bytes.length): number {
  let crc = 0xffff;
  for (let i = 0; i < length; i++) {
    crc ^= bytes[i] << 8;
    for (let bit = 0; bit < 8; bit++)
      crc = crc & 0x8000 ? ((crc << 1) ^ 0x1021) & 0xffff : (crc << 1) & 0xffff;
  }
  return crc;
}

/** Unstuffs what stood before a 0. @returns null where its lengths do not add up */
export function unstuffed(bytes: Uint8Array): Uint8Array | null {
  const out = new Uint8Array(bytes.length);
  let n = 0;
  for (let at = 0; at < bytes.length;) {
    const run = bytes[at];
    if (run === 0 || at + run > bytes.length) return null;
    for (let i = 1; i < run; i++) out[n++] = bytes[at + i];
    at += run;
    if (run < 255 && at < bytes.length) out[n++] = 0;
  }
  return out.subarray(0, n);
}

/** Reads what stood before a 0. @returns null for what is no packet: stuffing, length, kind or CRC is wrong */
export function readPacket(stuffed: Uint8Array): Packet | null {
  const bytes = unstuffed(stuffed);
  if (!bytes || bytes.length < HEAD + CRC || bytes.length > LONGEST_PACKET) return null;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.length);
  const end = bytes.length - CRC;
  if (crc16(bytes, end) !== view.getUint16(end, true)) return null;
  const counter = view.getUint16(1, true);
  const tUs = view.getUint32(3, true);
  if (bytes[0] === PACKET.edge && end === HEAD + 2)
    return { is: 'edge', counter, tUs, contact: bytes[HEAD], closed: bytes[HEAD + 1] !== 0 };
  if (bytes[0] === PACKET.who && end === HEAD + DIGEST + 4) {
    const digest = String.fromCharCode(...bytes.subarray(HEAD, HEAD + DIGEST));
    return { is: 'who', digest, scanHz: view.getUint16(HEAD + DIGEST, true) };
  }
  if (bytes[0] === PACKET.answer && end === HEAD + 1) return { is: 'answer', says: bytes[HEAD] };
  if (bytes[0] === PACKET.health && end === HEAD + 8) {
    const [overruns, dropped] = [view.getUint32(HEAD, true), view.getUint16(HEAD + 4, true)];
    return { is: 'health', overruns, dropped, missed: view.getUint16(HEAD + 6, true) };
  }
  if (bytes[0] === PACKET.settings && end > HEAD + 4) {
    const part = Uint8Array.from(bytes.subarray(HEAD + 4, end));
    return {
      is: 'settings',
      all: view.getUint16(HEAD, true),
      from: view.getUint16(HEAD + 2, true),
      bytes: part,
    };
  }
  if (bytes[0] !== PACKET.frame || (end - HEAD) % 2 !== 0) return null;
  const counts = Uint16Array.from({ length: (end - HEAD) / 2 }, (_, i) => view.getUint16(HEAD + 2 * i, true));
  return { is: 'frame', counter, tUs, counts };
}
