import type {
  KeptCheckUp,
  KeptInstrument,
  KeptPicture,
  KeptPiece,
  KeptRecording,
  KeptTake,
  KeptTrial,
  KeptVersion,
  RemovedSensor,
} from '../database';

export const FORMAT = 'cheironom-backup';
export const FORMAT_VERSION = 1;

/** A piece of a take or a recording as JSON has it. */
export interface PieceJson {
  take: string;
  n: number;
  tUs: number[];
  counts: number[];
  edges?: { contacts: string[]; tUs: number[]; contact: number[]; closed: number[] };
}

/** What lies in a backup, a record a line (docs/formats.md, "Everything in one file"). A take or a recording stands before its pieces. */
export type BackupRecord =
  | { is: 'head'; format: typeof FORMAT; version: number; at: string; instruments: string[] }
  | { is: 'instrument'; row: KeptInstrument }
  | { is: 'version'; row: KeptVersion }
  | { is: 'trial'; row: KeptTrial }
  | { is: 'checkUp'; row: KeptCheckUp }
  | { is: 'removedSensor'; row: RemovedSensor }
  | { is: 'picture'; row: Omit<KeptPicture, 'bytes'>; base64: string }
  | { is: 'take'; row: KeptTake; pieces: number }
  | { is: 'recording'; row: KeptRecording; pieces: number }
  | { is: 'piece'; row: PieceJson }
  | { is: 'end'; records: number };

export function pieceJson({ take, n, tUs, counts, edges }: KeptPiece): PieceJson {
  const own = edges && {
    contacts: edges.contacts,
    tUs: Array.from(edges.tUs),
    contact: Array.from(edges.contact),
    closed: Array.from(edges.closed),
  };
  return { take, n, tUs: Array.from(tUs), counts: Array.from(counts), ...(own ? { edges: own } : {}) };
}

export function pieceOf({ take, n, tUs, counts, edges }: PieceJson, owner = take): KeptPiece {
  const own = edges && {
    contacts: edges.contacts,
    tUs: Float64Array.from(edges.tUs),
    contact: Uint16Array.from(edges.contact),
    closed: Uint8Array.from(edges.closed),
  };
  return {
    ...{ take: owner, n, tUs: Float64Array.from(tUs), counts: Uint16Array.from(counts) },
    ...(own ? { edges: own } : {}),
  };
}

/** Bytes as text, and back, in parts: a picture is longer than a call may have arguments. */
export function toBase64(bytes: Uint8Array): string {
  const parts: string[] = [];
  for (let at = 0; at < bytes.length; at += 0x8000)
    parts.push(String.fromCharCode(...bytes.subarray(at, at + 0x8000)));
  return btoa(parts.join(''));
}

export const fromBase64 = (text: string): Uint8Array<ArrayBuffer> =>
  Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
