import { joinPieces, type Piece } from '@/core/signal/pieces';
import type { Frames } from '@/core/signal/take';
import { database, type Database, type KeptRecording } from './database';

/** An instrument's recordings, the newest first. @param all whether those that were laid aside are among them */
export const recordingsOf = async (
  instrument: string,
  db: Database = database(),
  all = false,
): Promise<KeptRecording[]> =>
  (await db.recordings.where({ instrument }).sortBy('at'))
    .filter((r) => all || r.removedAt === undefined)
    .reverse()
    // Another version may have left something out.
    .map((r) => ({
      ...r,
      tags: r.tags ?? [],
      marks: r.marks ?? [],
      notes: r.notes ?? '',
      name: r.name ?? '',
    }));

/** Puts a recording's label down before its first piece. */
export const beginRecording = (label: KeptRecording, db: Database = database()) => db.recordings.put(label);

/** What its maker says of a recording. */
export const describeRecording = (
  id: string,
  change: Partial<Pick<KeptRecording, 'name' | 'notes' | 'tags' | 'marks'>>,
  db: Database = database(),
) => db.recordings.update(id, change);

/**
 * Ends a recording.
 * @param pieces how many it must have
 * @returns numbers of those that are missing: then it is not whole, and has what comes before the first
 */
export const endRecording = (
  id: string,
  { pieces, marks, seconds }: { pieces: number; marks: number[]; seconds: number },
  db: Database = database(),
): Promise<number[]> =>
  db.transaction('rw', db.recordings, db.pieces, async () => {
    const keys = await db.pieces.where('take').equals(id).primaryKeys();
    const kept = new Set(keys.map(([, n]) => n));
    const missing = Array.from({ length: pieces }, (_, n) => n).filter((n) => !kept.has(n));
    await db.recordings.update(id, { marks, seconds, whole: missing.length === 0 });
    return missing;
  });

/** Pieces that are read at once: about a megabyte, so that neither a page nor its memory is held up. */
const AT_ONCE = 24;

/** The pieces of a recording in their order, some at a time, up to the first that is missing. */
export async function* piecesIn(id: string, db: Database = database()): AsyncGenerator<Piece[]> {
  for (let from = 0; ; from += AT_ONCE) {
    const read = await db.pieces
      .where('[take+n]')
      .between([id, from], [id, from + AT_ONCE])
      .toArray();
    const hole = read.findIndex((p, i) => p.n !== from + i);
    yield hole < 0 ? read : read.slice(0, hole);
    if (hole >= 0 || read.length < AT_ONCE) return;
  }
}

/** A recording with its pieces put together, up to the first that is missing; null where it is no longer kept. */
export async function loadRecording(id: string, db: Database = database()): Promise<Frames | null> {
  const label = await db.recordings.get(id);
  if (!label) return null;
  const pieces: Piece[] = [];
  for await (const some of piecesIn(id, db)) pieces.push(...some);
  return joinPieces(label.channels, pieces);
}

/** Keeps the next pieces of a recording. @param from number of the first */
export const addPieces = (id: string, from: number, pieces: readonly Piece[], db: Database = database()) =>
  db.pieces.bulkPut(pieces.map((piece, i) => ({ take: id, n: from + i, ...piece })));

/** Removes a recording with its pieces. */
export const removeRecording = (id: string, db: Database = database()): Promise<void> =>
  db.transaction('rw', db.recordings, db.pieces, async () => {
    await db.pieces.where('take').equals(id).delete();
    await db.recordings.delete(id);
  });
