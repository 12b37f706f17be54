import type { Instrument } from '@/core/instrument/document';
import { joinPieces, piecesOf } from '@/core/signal/pieces';
import type { Frames, Take } from '@/core/signal/take';
import { database, nextOrder, type Database, type KeptTake } from './database';
import { measuredBy, rolesOf } from './standing';
import { StorageRefusal } from './trouble';

/** Puts a take's label down before its first frame. */
export const beginTake = (take: Omit<KeptTake, 'order'>, db: Database = database()) =>
  db.transaction('rw', db.takes, db.facts, async () => db.takes.put({ ...take, order: await nextOrder(db) }));

/**
 * Keeps the next piece of a take or a recording.
 * @throws StorageRefusal where that was removed since: its pieces would belong to nothing
 */
export const addPiece = (
  take: string,
  n: number,
  { tUs, counts, edges }: Pick<Frames, 'tUs' | 'counts' | 'edges'>,
  db: Database = database(),
) =>
  db.transaction('rw', db.takes, db.recordings, db.pieces, async () => {
    if (!(await db.takes.get(take)) && !(await db.recordings.get(take)))
      throw new StorageRefusal('RemovedError');
    await db.pieces.put({ take, n, tUs, counts, ...(edges ? { edges } : {}) });
  });

/** Removes pieces of what is no longer kept. */
export const sweepPieces = (db: Database = database()): Promise<void> =>
  db.transaction('rw', db.takes, db.recordings, db.pieces, async () => {
    const owners = (await db.pieces.orderBy('take').uniqueKeys()) as string[];
    for (const owner of owners)
      if (!(await db.takes.get(owner)) && !(await db.recordings.get(owner)))
        await db.pieces.where('take').equals(owner).delete();
  });

/**
 * Lets a take stand for its sensor and role: one that has just ended, was cut off, or stood before.
 * @param pieces how many it must have; null takes what there is of it, up to the first that is missing
 * @returns the numbers of the pieces that are missing; where there are any, it does not stand
 */
export const standTake = (id: string, pieces: number | null, db: Database = database()): Promise<number[]> =>
  db.transaction('rw', db.takes, db.pieces, db.facts, async () => {
    const keys = await db.pieces.where('take').equals(id).primaryKeys();
    const kept = new Set(keys.map(([, n]) => n));
    const missing = Array.from({ length: pieces ?? 0 }, (_, n) => n).filter((n) => !kept.has(n));
    if (missing.length > 0) return missing;
    const whole = pieces ?? firstMissing(kept);
    await db.pieces.bulkDelete(keys.filter(([, n]) => n >= whole));
    const order = await nextOrder(db);
    await db.takes.update(id, { whole: true, at: new Date().toISOString(), order });
    return [];
  });

/** Notes how far a take is that was stopped. @param done gestures in it of each lane */
export const stopTake = (id: string, done: number[], db: Database = database()) =>
  db.takes.update(id, { done });

/** How much is kept of a take that was stopped; null where some of it is missing: it cannot be gone on with. */
export async function keptOf(
  id: string,
  db: Database = database(),
): Promise<{ pieces: number; endUs: number } | null> {
  const kept = await db.pieces.where('take').equals(id).sortBy('n');
  const last = kept.at(-1);
  if (!last || kept.some((p, i) => p.n !== i)) return null;
  return { pieces: kept.length, endUs: Math.max(last.tUs.at(-1) ?? 0, last.edges?.tUs.at(-1) ?? 0) };
}

function firstMissing(kept: ReadonlySet<number>): number {
  let n = 0;
  while (kept.has(n)) n++;
  return n;
}

/** Removes the takes that neither stand, nor were cut off since, nor belong to the instrument's calibrations. */
export async function sweepTakes(instrument: Instrument, db: Database = database()): Promise<void> {
  const cited = instrument.sensors.flatMap((s) => s.calibration?.takes ?? []);
  await db.transaction('rw', db.takes, db.pieces, async () => {
    const takes = (await db.takes.where({ instrument: instrument.id }).toArray()).filter(
      (t) => t.removedAt === undefined,
    );
    const needed = [...new Set(takes.map((t) => t.sensor))].flatMap((sensor) => {
      const own = takes.filter((t) => t.sensor === sensor);
      return [...measuredBy(own), ...rolesOf(own).flatMap(({ cut }) => cut ?? [])].map(({ id }) => id);
    });
    for (const { id } of takes) if (!needed.includes(id) && !cited.includes(id)) await removeTake(id, db);
  });
}

/** Puts a take's label back as it was. */
export const putTake = (label: KeptTake, db: Database = database()) => db.takes.put(label);

/** Removes a take with its pieces. */
export async function removeTake(id: string, db: Database = database()): Promise<void> {
  await db.transaction('rw', db.takes, db.pieces, async () => {
    await db.pieces.where('take').equals(id).delete();
    await db.takes.delete(id);
  });
}

/** A take with its frames put together; one that was cut off, or has a hole, has what was kept up to there. */
export async function loadTake(label: KeptTake, db: Database = database()): Promise<Take> {
  const kept = await db.pieces.where('take').equals(label.id).sortBy('n');
  const hole = kept.findIndex((p, i) => p.n !== i);
  const pieces = hole < 0 ? kept : kept.slice(0, hole);
  const { id, role, lane, marks, channels } = label;
  return {
    ...{ id, role },
    ...(lane === undefined ? {} : { lane }),
    ...(marks ? { marks } : {}),
    ...joinPieces(channels, pieces),
  };
}

/** Takes by id, in that order; ids that are no longer kept are passed over. */
export async function loadTakes(ids: string[], db: Database = database()): Promise<Take[]> {
  const labels = await db.takes.bulkGet(ids);
  return Promise.all(labels.filter((l) => l !== undefined).map((l) => loadTake(l, db)));
}

/** Keeps a whole take at once, in pieces of a thousand frames. */
export async function keepTake(
  label: Omit<KeptTake, 'order'>,
  frames: Frames,
  db: Database = database(),
): Promise<void> {
  await db.transaction('rw', [db.takes, db.recordings, db.pieces, db.facts], async () => {
    await db.takes.add({ ...label, order: await nextOrder(db) });
    for (const [n, piece] of piecesOf(frames).entries()) await addPiece(label.id, n, piece, db);
    await db.takes.update(label.id, { whole: true, at: new Date().toISOString() });
  });
}
