import { database, type Database, type KeptTrial } from './database';

/** Keeps what a trial came to. */
export const keepTrial = (trial: KeptTrial, db: Database = database()) => db.trials.put(trial);

/** What an instrument's trials came to, the oldest first. */
export const trialsOf = (instrument: string, db: Database = database()): Promise<KeptTrial[]> =>
  db.trials.where({ instrument }).sortBy('at');
