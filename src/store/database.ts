import { Dexie, type EntityTable, type Table } from 'dexie';
import type { Instrument } from '@/core/instrument/document';
import type { Role } from '@/core/signal/take';
import { StorageRefusal } from './trouble';

/** An instrument as kept; `changedAt` orders the bench. */
export interface KeptInstrument {
  id: string;
  document: Instrument;
  changedAt: string;
}

/**
 * A take's label; its frames are in pieces. `whole` turns true when it ended as it should, or is taken as it is; `at` is
 * when it was begun, then when it was last chosen to stand: the newest of a role does (standing.ts).
 */
export interface KeptTake {
  id: string;
  instrument: string;
  sensor: string;
  role: Role;
  at: string;
  channels: string[];
  bits: number;
  rateHz: number;
  whole: boolean;
}

/** At most a second of a take: times in µs from its start, counts in frame order. */
export interface KeptPiece {
  take: string;
  n: number;
  tUs: Float64Array<ArrayBuffer>;
  counts: Uint16Array<ArrayBuffer>;
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
  pieces!: Table<KeptPiece, [string, number]>;
  facts!: EntityTable<{ key: string; value: string }, 'key'>;

  constructor(name = 'cheironom') {
    super(name, { indexedDB: strictFactory() });
    this.version(1).stores({
      instruments: 'id, changedAt',
      takes: 'id, instrument, [instrument+sensor]',
      pieces: '[take+n], take',
      facts: 'key',
    });
  }
}

let opened: Database | null = null;

/** The browser's database, opened on first use. */
export const database = (): Database => (opened ??= new Database());
