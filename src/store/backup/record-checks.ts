import type { BackupRecord } from './records';

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
