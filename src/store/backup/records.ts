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

type Test = (value: unknown) => boolean;
const text: Test = (v) => typeof v === 'string';
const number: Test = (v) => typeof v === 'number' && Number.isFinite(v);
const flag: Test = (v) => typeof v === 'boolean';
const place: Test = (v) => Number.isInteger(v) && (v as number) >= 0;
const count: Test = (v) => place(v) && (v as number) <= 0xffff;
const listOf =
  (test: Test): Test =>
  (v) =>
    Array.isArray(v) && v.every(test);
const object: Test = (v) => typeof v === 'object' && v !== null && !Array.isArray(v);

const FRAMED = { id: text, instrument: text, at: text, channels: listOf(text), bits: number, whole: flag };
const OWN = { id: text, instrument: text };

/** What a row of each sort must have: a file may come from anyone. */
const ROWS: Readonly<Record<string, Readonly<Record<string, Test>>>> = {
  instrument: { id: text, document: object, changedAt: text },
  version: {
    instrument: text,
    n: place,
    at: text,
    says: text,
    changes: listOf(text),
    branch: text,
    document: object,
  },
  trial: {
    ...OWN,
    trial: text,
    sensor: text,
    at: text,
    score: number,
    low: number,
    high: number,
    of: number,
  },
  checkUp: { ...OWN, at: text, lanes: listOf(object) },
  removedSensor: {
    ...OWN,
    removedAt: text,
    sensor: object,
    voices: listOf(object),
    zones: listOf(object),
    bits: number,
  },
  picture: {
    ...OWN,
    type: (v) => text(v) && /^image\/[a-z]+$/.test(v as string),
    width: number,
    height: number,
  },
  take: { ...FRAMED, sensor: text, role: text, order: number, rateHz: number },
  recording: {
    ...FRAMED,
    name: text,
    notes: text,
    tags: listOf(text),
    marks: listOf(number),
    contacts: listOf(text),
    seconds: number,
  },
  piece: { take: text, n: place, tUs: listOf(number), counts: listOf(count) },
};

const EDGES = { contacts: listOf(text), tUs: listOf(number), contact: listOf(count), closed: listOf(count) };

const fits = (value: unknown, tests: Readonly<Record<string, Test>>): boolean =>
  object(value) &&
  Object.entries(tests).every(([key, test]) => test((value as Record<string, unknown>)[key]));

/** A record as it must be; null for what is none, or has not what its sort has. */
export function recordOf(value: Record<string, unknown> | null): BackupRecord | null {
  if (!value) return null;
  const { is, row } = value;
  const good = (): boolean => {
    if (is === 'head') return text(value.format) && number(value.version);
    if (is === 'end') return number(value.records);
    if (typeof is !== 'string' || !Object.hasOwn(ROWS, is) || !fits(row, ROWS[is])) return false;
    const { edges } = row as Record<string, unknown>;
    if (is === 'piece') return edges === undefined || fits(edges, EDGES);
    if (is === 'picture') return text(value.base64);
    return !['take', 'recording'].includes(is) || place(value.pieces);
  };
  return good() ? (value as unknown as BackupRecord) : null;
}
