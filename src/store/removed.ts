import { database, type Database, type RemovedSensor } from './database';
import { forgetOnBoard } from './on-board';
import { recordingsOf, removeRecording } from './recordings';
import { removeTake } from './takes';
import { StorageRefusal } from './trouble';
import { forgetUnsaved } from './unsaved';

/** What is removed lies aside for so long before it is gone, days. */
export const KEPT_DAYS = 30;

/** The name of the lock that a tab has on the instrument that it works on. */
export const lockOf = (id: string): string => `cheironom ${id}`;

/** Whether a tab works on an instrument. A browser without locks, as over plain http, cannot tell. */
async function isHeld(id: string): Promise<boolean> {
  const { held = [] } = (await globalThis.navigator?.locks?.query()) ?? {};
  return held.some((lock) => lock.name === lockOf(id));
}

type Aside = 'instruments' | 'recordings' | 'takes';

/** Lays something aside, or brings it back. */
export const setAside = (table: Aside, id: string, aside: boolean, db: Database = database()) => {
  const change = { removedAt: aside ? new Date().toISOString() : undefined };
  if (table === 'instruments') return db.instruments.update(id, change);
  return table === 'takes' ? db.takes.update(id, change) : db.recordings.update(id, change);
};

/** Lays an instrument aside with all that belongs to it. @throws StorageRefusal while a tab works on it */
export async function removeInstrument(id: string, db: Database = database()): Promise<void> {
  if (await isHeld(id)) throw new StorageRefusal('HeldError');
  forgetUnsaved(id);
  await setAside('instruments', id, true, db);
}

/** What is kept of an instrument in rows of its own. */
const RECORDS = ['removedSensors', 'trials', 'versions', 'pictures', 'checkUps'] as const;

/** Removes an instrument and all that belongs to it for good. @throws StorageRefusal while a tab works on it */
export async function removeForGood(id: string, db: Database = database()): Promise<void> {
  if (await isHeld(id)) throw new StorageRefusal('HeldError');
  await db.transaction(
    'rw',
    [...RECORDS.map((name) => db[name]), db.instruments, db.takes, db.recordings, db.pieces, db.facts],
    async () => {
      const takes = await db.takes.where({ instrument: id }).primaryKeys();
      for (const take of takes) await removeTake(take, db);
      const recordings = await db.recordings.where({ instrument: id }).primaryKeys();
      for (const recording of recordings) await removeRecording(recording, db);
      for (const name of RECORDS) await db.table(name).where({ instrument: id }).delete();
      await forgetOnBoard(id, db);
      await db.instruments.delete(id);
    },
  );
}

/** Lays a sensor's takes aside with it. */
export const removeSensor = (removed: RemovedSensor, db: Database = database()) =>
  db.transaction('rw', db.takes, db.removedSensors, async () => {
    await db.removedSensors.put(removed);
    await ofSensor(removed, db)
      .filter((t) => t.removedAt === undefined)
      .modify({ removedAt: removed.removedAt, removedWith: removed.id });
  });

/** Takes a sensor from where removed things lie. @param withTakes whether it gets its takes back: under another id its columns are others */
export const bringBackSensor = (removed: RemovedSensor, withTakes: boolean, db: Database = database()) =>
  db.transaction('rw', db.takes, db.removedSensors, async () => {
    await db.removedSensors.delete(removed.id);
    if (!withTakes) return;
    await ofSensor(removed, db)
      .filter((t) => t.removedWith === removed.id)
      .modify((take) => {
        delete take.removedAt;
        delete take.removedWith;
      });
  });

const ofSensor = ({ instrument, sensor }: RemovedSensor, db: Database) =>
  db.takes.where({ instrument, sensor: sensor.id });

/** What of an instrument lies aside, the newest first. */
export async function asideOf(instrument: string, db: Database = database()) {
  const newest = <T extends { removedAt?: string }>(rows: T[]) =>
    rows.sort((a, b) => (b.removedAt ?? '').localeCompare(a.removedAt ?? ''));
  return {
    sensors: newest(await db.removedSensors.where({ instrument }).toArray()),
    recordings: newest((await recordingsOf(instrument, db, true)).filter((r) => r.removedAt !== undefined)),
  };
}

/** Removes for good what has lain aside for longer than it is kept. @param nowMs clock, ms */
export async function sweepRemoved(nowMs = Date.now(), db: Database = database()): Promise<void> {
  const before = new Date(nowMs - KEPT_DAYS * 86_400_000).toISOString();
  const old = ({ removedAt }: { removedAt?: string }) => removedAt !== undefined && removedAt < before;
  for (const { id } of await db.instruments.filter(old).toArray())
    if (!(await isHeld(id))) await removeForGood(id, db);
  for (const { id } of await db.recordings.filter(old).toArray()) await removeRecording(id, db);
  for (const { id } of await db.takes.filter(old).toArray()) await removeTake(id, db);
  await db.removedSensors.filter(old).delete();
}
