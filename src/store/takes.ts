import type { Frames, Take } from '@/core/signal/take';
import { database, type Database, type KeptTake } from './database';

/** Puts a take's label down before its first frame. */
export const beginTake = (take: KeptTake, db: Database = database()) => db.takes.put(take);

/** Keeps the next piece of a take. */
export const addPiece = (
  take: string,
  n: number,
  frames: Pick<Frames, 'tUs' | 'counts'>,
  db: Database = database(),
) => db.pieces.put({ take, n, tUs: frames.tUs, counts: frames.counts });

/** Marks a take as whole and removes older ones of the same sensor and role. */
export async function endTake(id: string, db: Database = database()): Promise<void> {
  await db.transaction('rw', db.takes, db.pieces, async () => {
    await db.takes.update(id, { whole: true });
    const take = await db.takes.get(id);
    if (!take) return;
    const older = await db.takes
      .where({ instrument: take.instrument, sensor: take.sensor })
      .filter((t) => t.role === take.role && t.id !== id)
      .toArray();
    for (const t of older) await removeTake(t.id, db);
  });
}

/** Removes a take with its pieces. */
export async function removeTake(id: string, db: Database = database()): Promise<void> {
  await db.transaction('rw', db.takes, db.pieces, async () => {
    await db.pieces.where('take').equals(id).delete();
    await db.takes.delete(id);
  });
}

/** A take with its frames put together; a take that was cut off has what was kept of it. */
export async function loadTake(label: KeptTake, db: Database = database()): Promise<Take> {
  const pieces = await db.pieces.where('take').equals(label.id).sortBy('n');
  const frames = pieces.reduce((n, p) => n + p.tUs.length, 0);
  const tUs = new Float64Array(frames);
  const counts = new Uint16Array(frames * label.channels.length);
  let at = 0;
  for (const piece of pieces) {
    tUs.set(piece.tUs, at);
    counts.set(piece.counts, at * label.channels.length);
    at += piece.tUs.length;
  }
  return { id: label.id, role: label.role, channels: label.channels, tUs, counts };
}

/** Takes by id, in that order; ids that are no longer kept are passed over. */
export async function loadTakes(ids: string[], db: Database = database()): Promise<Take[]> {
  const labels = await db.takes.bulkGet(ids);
  return Promise.all(labels.filter((l) => l !== undefined).map((l) => loadTake(l, db)));
}

/** Keeps a whole take at once, in pieces of a thousand frames. */
export async function keepTake(label: KeptTake, frames: Frames, db: Database = database()): Promise<void> {
  await db.transaction('rw', db.takes, db.pieces, async () => {
    await beginTake(label, db);
    const width = frames.channels.length;
    for (let from = 0, n = 0; from < frames.tUs.length; from += 1000, n++)
      await addPiece(
        label.id,
        n,
        {
          tUs: frames.tUs.slice(from, from + 1000),
          counts: frames.counts.slice(from * width, (from + 1000) * width),
        },
        db,
      );
    await endTake(label.id, db);
  });
}
