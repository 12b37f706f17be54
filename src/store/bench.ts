import { readInstrument } from '@/core/exchange/document/instrument-json';
import { readTakeCsv } from '@/core/exchange/takes/take-csv';
import { BEGINNINGS, begun, type Beginning } from '@/core/plan/beginnings';
import type { Instrument } from '@/core/instrument/document';
import { ok, type Result } from '@/core/result';
import { database, type Database } from './database';
import { importTake } from './import-take';
import { setAside } from './removed';

/** Puts an instrument on the bench under a free id. @returns the id */
export const addInstrument = (instrument: Instrument, db: Database = database()): Promise<string> =>
  db.transaction('rw', db.instruments, async () => {
    const id = await freeId(instrument.id, db);
    const changedAt = new Date().toISOString();
    await db.instruments.add({ id, document: { ...instrument, id }, changedAt });
    return id;
  });

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

/** Brings back the demonstrations that are not on the bench. @returns names of those that came */
export async function restoreDemo(
  fetchDemo: () => Promise<Demonstrations>,
  db: Database = database(),
): Promise<string[]> {
  const came: string[] = [];
  for (const one of (await fetchDemo()).instruments) {
    const { id, name } = JSON.parse(one.instrument) as Instrument;
    const there = await db.instruments.get(id);
    if (there && there.removedAt === undefined) continue;
    if (there) await setAside('instruments', id, false, db);
    else await seedOne(one, db);
    came.push(name);
  }
  return came;
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

const slug = (name: string) =>
  name
    .toLowerCase()
    .normalize('NFKD')
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 40) || 'instrument';

/** An id like the one that is wanted which no instrument has. */
export async function freeId(wanted: string, db: Database): Promise<string> {
  for (let n = 1; ; n++) {
    const id = n === 1 ? wanted : `${wanted}-${n}`;
    if (!(await db.instruments.get(id))) return id;
  }
}
