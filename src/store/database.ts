import { Dexie, type EntityTable, type Table } from 'dexie';
import type { LaneChecked } from '@/core/exchange/record/check-up';
import type { Instrument } from '@/core/instrument/document';
import type { Sensor } from '@/core/instrument/sensor';
import type { Voice } from '@/core/instrument/voices';
import type { Zone } from '@/core/instrument/zones';
import { sensorFrom2 } from '@/core/instrument/upgrade/from-2';
import { upgraded } from '@/core/instrument/upgrade/upgrade';
import type { Edges, Role } from '@/core/signal/take';
import { StorageRefusal } from './trouble';

/** An instrument as kept; `changedAt` orders the bench. */
export interface KeptInstrument {
  id: string;
  document: Instrument;
  changedAt: string;
  /** One more each time that it is kept: a clock may be put back. */
  revision?: number;
  /** When it was laid aside (removed.ts); undefined while it is on the bench. */
  removedAt?: string;
}

/**
 * A take's label; its frames are in pieces. `whole` turns true when it ended as it should, or is taken as it is; `at` is
 * when it was begun, then when it was last chosen to stand; `order` rises with each of these, whatever the clock says: of a role
 * the take that was last chosen stands (standing.ts).
 */
export interface KeptTake {
  id: string;
  instrument: string;
  sensor: string;
  role: Role;
  /** The only lane that it is of, where one was played again alone. */
  lane?: string;
  at: string;
  order: number;
  channels: string[];
  /** Contacts whose edges are in it. */
  contacts?: string[];
  /** Times of its gestures, where they were marked, µs. */
  marks?: number[];
  bits: number;
  rateHz: number;
  whole: boolean;
  /** Gestures in it of each lane, where it was stopped before its end. */
  done?: number[];
  /** When it was laid aside, and the removed sensor that it was laid aside with. */
  removedAt?: string;
  removedWith?: string;
}

/**
 * A recording of all columns and contacts, its frames in pieces like a take's: made here, or brought from a file. It is kept
 * until it is removed.
 */
export interface KeptRecording {
  id: string;
  instrument: string;
  name: string;
  notes: string;
  tags: string[];
  /** Moments that were marked, µs from its start, rising. */
  marks: number[];
  /** When it was begun, or brought. */
  at: string;
  channels: string[];
  contacts: string[];
  bits: number;
  /** Its length; 0 while it goes on, and where it was cut off. */
  seconds: number;
  /** False until it ended as it should. */
  whole: boolean;
  /** When it was laid aside. */
  removedAt?: string;
}

/** What a trial came to, once (core/prove/trials.ts). */
export interface KeptTrial {
  id: string;
  instrument: string;
  /** Which trial, and the sensor that was chosen. */
  trial: string;
  sensor: string;
  at: string;
  score: number;
  low: number;
  high: number;
  of: number;
}

/** An instrument as it was once accepted. Its document has no log: that goes on. */
export interface KeptVersion {
  instrument: string;
  /** From 1, rising, whatever the clock says. */
  n: number;
  at: string;
  /** What was done, and what it changed, a line each. */
  says: string;
  changes: string[];
  /** The line of versions that it is on. */
  branch: string;
  document: Instrument;
}

/** A picture of the build, as small as it is kept. */
export interface KeptPicture {
  id: string;
  instrument: string;
  type: string;
  width: number;
  height: number;
  bytes: Uint8Array<ArrayBuffer>;
}

/** A check-up: every lane at rest, then played. */
export interface KeptCheckUp {
  id: string;
  instrument: string;
  at: string;
  /** Of the room, where they were typed: °C, and % of relative humidity. */
  celsius?: number;
  humidity?: number;
  lanes: LaneChecked[];
}

/** A sensor that was removed from its instrument, with what listened to it. */
export interface RemovedSensor {
  id: string;
  instrument: string;
  removedAt: string;
  sensor: Sensor;
  voices: Voice[];
  zones: Zone[];
  /** Of its board, in whose counts it was measured. */
  bits: number;
}

/** At most a second of a take: times in µs from its start, counts in frame order. */
export interface KeptPiece {
  take: string;
  n: number;
  tUs: Float64Array<ArrayBuffer>;
  counts: Uint16Array<ArrayBuffer>;
  edges?: Edges;
}

/** The browser's own, but a newer shape is refused: Dexie would ask again without a version, and work on what it finds. */
const strictFactory = (): IDBFactory => ({
  open(name, version) {
    if (version === undefined) throw new StorageRefusal('VersionError');
    return indexedDB.open(name, version);
  },
  deleteDatabase: (name) => indexedDB.deleteDatabase(name),
  cmp: (a, b) => indexedDB.cmp(a, b),
  databases: () => indexedDB.databases(),
});

/** Everything that the browser keeps. A change of shape is a new `version` below with its `upgrade`. */
export class Database extends Dexie {
  instruments!: EntityTable<KeptInstrument, 'id'>;
  takes!: EntityTable<KeptTake, 'id'>;
  recordings!: EntityTable<KeptRecording, 'id'>;
  pieces!: Table<KeptPiece, [string, number]>;
  facts!: EntityTable<{ key: string; value: string }, 'key'>;
  removedSensors!: EntityTable<RemovedSensor, 'id'>;
  trials!: EntityTable<KeptTrial, 'id'>;
  versions!: Table<KeptVersion, [string, number]>;
  pictures!: EntityTable<KeptPicture, 'id'>;
  checkUps!: EntityTable<KeptCheckUp, 'id'>;

  constructor(name = 'cheironom') {
    super(name, { indexedDB: strictFactory() });
    this.version(1).stores({
      instruments: 'id, changedAt',
      takes: 'id, instrument, [instrument+sensor]',
      pieces: '[take+n], take',
      facts: 'key',
    });
    // Documents of version 2: an application that reads only version 1 must not open what it cannot read.
    this.version(2).upgrade((tx) =>
      tx
        .table<{ document: unknown }>('instruments')
        .toCollection()
        .modify((kept) => {
          if (isVersion1(kept.document)) kept.document = upgraded(kept.document, 1);
        }),
    );
    this.version(3).stores({ recordings: 'id, instrument' });
    // Until version 3 takes were in the order of a clock.
    this.version(4).upgrade(async (tx) => {
      const takes = await tx.table<KeptTake>('takes').toArray();
      const sorted = takes.toSorted((a, b) => a.at.localeCompare(b.at));
      await tx.table('takes').bulkPut(sorted.map((take, i) => ({ ...take, order: i + 1 })));
      await tx.table('facts').put({ key: 'order', value: String(sorted.length) });
    });
    this.version(5).stores({ removedSensors: 'id, instrument' });
    // Until version 6 a removed sensor was as documents of version 2 had it.
    this.version(6).upgrade((tx) =>
      tx
        .table<{ sensor: object }>('removedSensors')
        .toCollection()
        .modify((removed) => {
          removed.sensor = sensorFrom2(removed.sensor as Record<string, unknown>);
        }),
    );
    this.version(7).stores({ trials: 'id, instrument' });
    this.version(8).stores({
      versions: '[instrument+n], instrument',
      pictures: 'id, instrument',
      checkUps: 'id, instrument',
    });
  }
}

const isVersion1 = (document: unknown): document is object =>
  typeof document === 'object' && document !== null && (document as { version?: unknown }).version === 1;

/** The next number in the order of takes; within a transaction that may write facts. */
export async function nextOrder(db: Database): Promise<number> {
  const next = Number((await db.facts.get('order'))?.value ?? 0) + 1;
  await db.facts.put({ key: 'order', value: String(next) });
  return next;
}

/** Told when a tab of an older Cheironom keeps the database as it is. */
export const whenBlocked = (tell: () => void, db: Database = database()): void => {
  db.on('blocked', tell);
};

let opened: Database | null = null;

/** The browser's database, opened on first use. */
export const database = (): Database => (opened ??= new Database());
