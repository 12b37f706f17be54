import { database, type Database } from './database';

/** Asks the browser, once, not to clear what is kept here when space runs short. It may refuse; nothing else depends on it. */
export async function askToPersist(db: Database = database()): Promise<void> {
  const first = await db.transaction('rw', db.facts, async () => {
    if (await db.facts.get('persist')) return false;
    await db.facts.add({ key: 'persist', value: new Date().toISOString() });
    return true;
  });
  if (first) await navigator.storage?.persist?.();
}
