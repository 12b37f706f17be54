import { readInstrument } from '@/core/exchange/instrument-json';
import { newInstrument } from '@/core/instrument/create';
import type { Instrument } from '@/core/instrument/document';
import { ok, type Result } from '@/core/result';
import { database, type Database, type KeptInstrument, type KeptPiece, type KeptTake } from './database';
import { importTake } from './import-take';
import { removeTake } from './takes';

/** Puts an instrument on the bench under a free id. @returns the id */
export async function addInstrument(instrument: Instrument, db: Database = database()): Promise<string> {
  const id = await freeId(instrument.id, db);
  const changedAt = new Date().toISOString();
  await db.instruments.put({ id, document: { ...instrument, id }, changedAt });
  return id;
}

/** Begins a new instrument. @returns its id */
export const beginInstrument = (name: string, db: Database = database()): Promise<string> =>
  addInstrument(newInstrument(slug(name), name, new Date().toISOString()), db);

/** Imports an instrument from JSON text: all of it, or every fault by its path. @returns the new id */
export async function importInstrument(text: string, db: Database = database()): Promise<Result<string>> {
  const read = readInstrument(text);
  return read.ok ? ok(await addInstrument(read.value, db)) : read;
}

/** An instrument with its takes, off the bench. */
export interface Removed {
  kept: KeptInstrument;
  takes: KeptTake[];
  pieces: KeptPiece[];
}

/** Removes an instrument with its takes. @returns all of it, to bring back; null where there is none of that id */
export const removeInstrument = (id: string, db: Database = database()): Promise<Removed | null> =>
  db.transaction('rw', db.instruments, db.takes, db.pieces, async () => {
    const kept = await db.instruments.get(id);
    const takes = await db.takes.where({ instrument: id }).toArray();
    const pieces = await db.pieces
      .where('take')
      .anyOf(takes.map((t) => t.id))
      .toArray();
    for (const take of takes) await removeTake(take.id, db);
    await db.instruments.delete(id);
    return kept ? { kept, takes, pieces } : null;
  });

/** Puts a removed instrument back with its takes, under another id where its own was taken since. */
export async function bringBack({ kept, takes, pieces }: Removed, db: Database = database()): Promise<void> {
  await db.transaction('rw', db.instruments, db.takes, db.pieces, async () => {
    const id = await freeId(kept.id, db);
    await db.instruments.put({ ...kept, id, document: { ...kept.document, id } });
    await db.takes.bulkPut(takes.map((t) => ({ ...t, instrument: id })));
    await db.pieces.bulkPut(pieces);
  });
}

/** Puts the demonstration instrument on an empty bench, once, with its takes. @param fetchDemo asked only then */
export async function seedDemo(
  fetchDemo: () => Promise<{ instrument: string; takes: string[] }>,
  db: Database = database(),
): Promise<void> {
  if ((await db.facts.get('demo')) || (await db.instruments.count()) > 0) return;
  const demo = await fetchDemo();
  // All or nothing: a page left in the middle must not leave half a demonstration behind.
  await db.transaction('rw', db.instruments, db.takes, db.pieces, db.facts, async () => {
    const id = await importInstrument(demo.instrument, db);
    if (!id.ok) throw new Error(`seedDemo: ${id.faults[0].path} ${id.faults[0].says}`);
    const { document } = (await db.instruments.get(id.value))!;
    for (const csv of demo.takes) {
      const kept = await importTake(csv, '', document, document.sensors[0].id, db);
      if (!kept.ok) throw new Error(`seedDemo: ${kept.faults[0].says}`);
    }
    await db.facts.put({ key: 'demo', value: new Date().toISOString() });
  });
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
