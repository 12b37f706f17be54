import { database, type Database } from './database';

/** What a board last said that it plays, and when. */
export interface OnBoard {
  digest: string;
  at: string;
}

const keyOf = (instrument: string) => `on-board ${instrument}`;

/** Remembers what a board on the cable plays, so that it is known when it is pulled out too. */
export const keepOnBoard = (instrument: string, own: OnBoard, db: Database = database()) =>
  db.facts.put({ key: keyOf(instrument), value: JSON.stringify(own) });

/** Forgets it, with its instrument. */
export const forgetOnBoard = (instrument: string, db: Database = database()) =>
  db.facts.delete(keyOf(instrument));

export async function onBoardOf(instrument: string, db: Database = database()): Promise<OnBoard | null> {
  const fact = await db.facts.get(keyOf(instrument));
  return fact ? (JSON.parse(fact.value) as OnBoard) : null;
}
