import { database, type Database, type KeptCheckUp } from './database';

/** Keeps what a check-up saw. */
export const keepCheckUp = (checkUp: KeptCheckUp, db: Database = database()) => db.checkUps.put(checkUp);

/** An instrument's check-ups, the oldest first. */
export const checkUpsOf = (instrument: string, db: Database = database()): Promise<KeptCheckUp[]> =>
  db.checkUps.where({ instrument }).sortBy('at');
