import { checkInstrument } from '@/core/exchange/document/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import type { Result } from '@/core/result';
import { database, type Database, type KeptVersion } from './database';

/** The line of versions that every instrument begins with. */
export const MAIN_LINE = 'main';

/**
 * Keeps an instrument as a version, after those that there are.
 * @param of what it is: in words, with its changes; on the branch of the newest one unless one is named
 * @returns it, with its number
 */
export const keepVersion = (
  instrument: string,
  document: Instrument,
  of: { says: string; changes: string[]; branch?: string },
  db: Database = database(),
): Promise<KeptVersion> =>
  db.transaction('rw', db.versions, async () => {
    const last = await newestOf(instrument, db);
    const n = (last?.n ?? 0) + 1;
    const { says, changes, branch = last?.branch ?? MAIN_LINE } = of;
    const version: KeptVersion = {
      ...{ instrument, n, at: new Date().toISOString(), says, changes, branch },
      // Its log goes on, whichever version plays.
      document: { ...document, log: [] },
    };
    await db.versions.add(version);
    return version;
  });

const newestOf = (instrument: string, db: Database): Promise<KeptVersion | undefined> =>
  db.versions.where('[instrument+n]').between([instrument, 0], [instrument, Infinity]).last();

/** An instrument's versions, the newest first. */
export const versionsOf = (instrument: string, db: Database = database()): Promise<KeptVersion[]> =>
  db.versions.where('[instrument+n]').between([instrument, 0], [instrument, Infinity]).reverse().toArray();

/** What is kept of a version, checked: another version of this application may have written it. */
export const readVersion = ({ document }: KeptVersion): Result<Instrument> => checkInstrument(document);

/** The instrument as a version has it; its log is that of now, and so is its id. */
export const backTo = (now: Instrument, version: Instrument): Instrument => ({
  ...version,
  id: now.id,
  log: now.log,
});
