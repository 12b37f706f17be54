import { COPY_DAYS } from '@/core/exchange/record/before-concert';
import { database, type Database } from './database';

const KEY = 'saved-outside';
const DAY_MS = 86_400_000;

export const noteSavedOutside = (db: Database = database()) =>
  db.facts.put({ key: KEY, value: new Date().toISOString() });

/** Whole days since everything was saved outside this browser; null where it never was. @param nowMs clock, ms */
export async function daysSaved(nowMs: number, db: Database = database()): Promise<number | null> {
  const fact = await db.facts.get(KEY);
  return fact ? Math.floor((nowMs - Date.parse(fact.value)) / DAY_MS) : null;
}

/** For how many days work has lain only in this browser; null where there is none, or not for long. @param nowMs clock, ms */
export async function daysOnlyHere(nowMs: number, db: Database = database()): Promise<number | null> {
  const facts = await db.facts.bulkGet([KEY, 'demo']);
  const since = facts.flatMap((fact) => fact?.value ?? [])[0];
  if (since === undefined) return null;
  const changed = await db.instruments.where('changedAt').above(since).count();
  const days = Math.floor((nowMs - Date.parse(since)) / DAY_MS);
  return changed > 0 && days >= COPY_DAYS ? days : null;
}
