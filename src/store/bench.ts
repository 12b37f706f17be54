import { checkInstrument, readInstrument } from '@/core/exchange/instrument-json';
import { readTakeCsv } from '@/core/exchange/take-csv';
import { BEGINNINGS, begun, type Beginning } from '@/core/plan/beginnings';
import type { Instrument } from '@/core/instrument/document';
import { ok, type Result } from '@/core/result';
import {
  database,
  type Database,
  type KeptInstrument,
  type KeptPiece,
  type KeptRecording,
  type KeptTake,
} from './database';
import { importTake } from './import-take';
import { recordingsOf, removeRecording } from './recordings';
import { removeTake } from './takes';
import { StorageRefusal } from './trouble';
import { forgetUnsaved } from './unsaved';

/** Puts an instrument on the bench under a free id. @returns the id */
export const addInstrument = (instrument: Instrument, db: Database = database()): Promise<string> =>
  db.transaction('rw', db.instruments, async () => {
    const id = await freeId(instrument.id, db);
    const changedAt = new Date().toISOString();
    await db.instruments.add({ id, document: { ...instrument, id }, changedAt });
    return id;
  });

/** What is kept of an instrument, checked: another version may have written it, or a fault. */
export const readKept = (kept: KeptInstrument): Result<Instrument> => checkInstrument(kept.document);

/** A new instrument as a beginning has it; one breath gauge unless said. @returns its id */
export const beginInstrument = (
  name: string,
  beginning: Beginning = BEGINNINGS[0],
  db: Database = database(),
): Promise<string> => addInstrument(begun(slug(name), name, new Date().toISOString(), beginning), db);

/** Imports an instrument from JSON text: all of it, or every fault by its path. @returns the new id */
export async function importInstrument(text: string, db: Database = database()): Promise<Result<string>> {
  const read = readInstrument(text);
  return read.ok ? ok(await addInstrument(read.value, db)) : read;
}

/** An instrument with its takes, off the bench. */
export interface Removed {
  kept: KeptInstrument;
  takes: KeptTake[];
  recordings: KeptRecording[];
  pieces: KeptPiece[];
}

/** The name of the lock that a tab has on the instrument that it works on. */
export const lockOf = (id: string): string => `cheironom ${id}`;

/** Whether a tab works on an instrument. A browser without locks, as over plain http, cannot tell. */
async function isHeld(id: string): Promise<boolean> {
  const { held = [] } = (await globalThis.navigator?.locks?.query()) ?? {};
  return held.some((lock) => lock.name === lockOf(id));
}

/**
 * Removes an instrument with its takes.
 * @returns all of it, to bring back; null where there is none of that id @throws StorageRefusal while a tab works on it
 */
export async function removeInstrument(id: string, db: Database = database()): Promise<Removed | null> {
  if (await isHeld(id)) throw new StorageRefusal('HeldError');
  return takeOut(id, db);
}

const takeOut = (id: string, db: Database): Promise<Removed | null> =>
  db.transaction('rw', [db.instruments, db.takes, db.recordings, db.pieces], async () => {
    const kept = await db.instruments.get(id);
    const takes = await db.takes.where({ instrument: id }).toArray();
    const recordings = await recordingsOf(id, db);
    const pieces = await db.pieces
      .where('take')
      .anyOf([...takes, ...recordings].map((t) => t.id))
      .toArray();
    for (const take of takes) await removeTake(take.id, db);
    for (const recording of recordings) await removeRecording(recording.id, db);
    await db.instruments.delete(id);
    forgetUnsaved(id);
    return kept ? { kept, takes, recordings, pieces } : null;
  });

/** Puts a removed instrument back with its takes, each under another id where its own was taken since: nothing is overwritten. */
export async function bringBack(removed: Removed, db: Database = database()): Promise<void> {
  const { kept, takes, recordings, pieces } = removed;
  await db.transaction('rw', [db.instruments, db.takes, db.recordings, db.pieces], async () => {
    const id = await freeId(kept.id, db);
    const ids = new Map<string, string>();
    for (const own of [...takes, ...recordings]) ids.set(own.id, await freeTakeId(own.id, db));
    const document = withTakes({ ...kept.document, id }, ids);
    await db.instruments.add({ ...kept, id, document });
    await db.takes.bulkAdd(takes.map((t) => ({ ...t, id: ids.get(t.id)!, instrument: id })));
    await db.recordings.bulkAdd(recordings.map((r) => ({ ...r, id: ids.get(r.id)!, instrument: id })));
    await db.pieces.bulkPut(pieces.map((p) => ({ ...p, take: ids.get(p.take)! })));
  });
}

/** A document whose calibrations name their takes by other ids. */
const withTakes = (document: Instrument, ids: ReadonlyMap<string, string>): Instrument => ({
  ...document,
  sensors: document.sensors.map((sensor) =>
    sensor.calibration
      ? {
          ...sensor,
          calibration: {
            ...sensor.calibration,
            takes: sensor.calibration.takes.map((take) => ids.get(take) ?? take),
          },
        }
      : sensor,
  ),
});

async function freeTakeId(wanted: string, db: Database): Promise<string> {
  for (let n = 1; ; n++) {
    const id = n === 1 ? wanted : `${wanted}-again-${n}`;
    const taken = (await db.takes.get(id)) ?? (await db.recordings.get(id));
    if (!taken) return id;
  }
}

/** Puts the demonstration instruments on an empty bench, once, with their takes. @param fetchDemo asked only then */
export async function seedDemo(
  fetchDemo: () => Promise<Demonstrations>,
  db: Database = database(),
): Promise<void> {
  if ((await db.facts.get('demo')) || (await db.instruments.count()) > 0) return;
  const demo = await fetchDemo();
  // All or nothing: a page left in the middle must not leave half a demonstration behind.
  await db.transaction('rw', [db.instruments, db.takes, db.recordings, db.pieces, db.facts], async () => {
    // Another tab may have been quicker.
    if (await db.facts.get('demo')) return;
    for (const one of demo.instruments) await seedOne(one, db);
    await db.facts.add({ key: 'demo', value: new Date().toISOString() });
  });
}

/** As GET /api/demo gives them. */
export interface Demonstrations {
  instruments: { instrument: string; takes: string[] }[];
}

/** One demonstration: each take says which sensor it is of. */
async function seedOne({ instrument, takes }: Demonstrations['instruments'][0], db: Database): Promise<void> {
  const id = await importInstrument(instrument, db);
  if (!id.ok) throw new Error(`seedDemo: ${id.faults[0].path} ${id.faults[0].says}`);
  const { document } = (await db.instruments.get(id.value))!;
  for (const csv of takes) {
    const read = readTakeCsv(csv);
    const kept = read.ok ? await importTake(read.value, '', document, read.value.notes.sensor, { db }) : read;
    if (!kept.ok) throw new Error(`seedDemo: ${kept.faults[0].says}`);
  }
}

/** Asks the browser, once, not to clear what is kept here when space runs short. It may refuse; nothing else depends on it. */
export async function askToPersist(db: Database = database()): Promise<void> {
  const first = await db.transaction('rw', db.facts, async () => {
    if (await db.facts.get('persist')) return false;
    await db.facts.add({ key: 'persist', value: new Date().toISOString() });
    return true;
  });
  if (first) await navigator.storage?.persist?.();
}

const slug = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'instrument';

async function freeId(wanted: string, db: Database): Promise<string> {
  for (let n = 1; ; n++) {
    const id = n === 1 ? wanted : `${wanted}-${n}`;
    if (!(await db.instruments.get(id))) return id;
  }
}
