import type { Database, KeptInstrument } from '../database';
import { writeMember } from './members';
import { FORMAT, FORMAT_VERSION, pieceJson, toBase64, type BackupRecord } from './records';

/** Told how far it is: pieces of takes that are written, of all of them. */
export type Progress = (done: number, of: number) => void;

/** Everything that the browser keeps, one member after another. Memory: one record. */
export async function* writeBackup(
  db: Database,
  progress: Progress = () => {},
): AsyncGenerator<Uint8Array<ArrayBuffer>> {
  let records = 0;
  for await (const record of recordsOf(db, progress)) {
    records++;
    yield writeMember(record);
  }
  yield writeMember({ is: 'end', records } satisfies BackupRecord);
}

async function* recordsOf(db: Database, progress: Progress): AsyncGenerator<BackupRecord> {
  const instruments = await db.instruments.toArray();
  const head = { format: FORMAT, version: FORMAT_VERSION, at: new Date().toISOString() } as const;
  yield { is: 'head', ...head, instruments: instruments.map(({ id }) => id) };
  const of = await db.pieces.count();
  let done = 0;
  for (const row of instruments) {
    yield { is: 'instrument', row };
    yield* rowsOf(db, row);
    for (const take of await db.takes.where({ instrument: row.id }).toArray())
      yield* framed(db, { is: 'take', row: take, pieces: 0 }, () => progress(++done, of));
    for (const recording of await db.recordings.where({ instrument: row.id }).toArray())
      yield* framed(db, { is: 'recording', row: recording, pieces: 0 }, () => progress(++done, of));
  }
}

/** What is kept of an instrument besides its takes. */
async function* rowsOf(db: Database, { id }: KeptInstrument): AsyncGenerator<BackupRecord> {
  const own = { instrument: id };
  for (const row of await db.versions.where(own).toArray()) yield { is: 'version', row };
  for (const row of await db.trials.where(own).toArray()) yield { is: 'trial', row };
  for (const row of await db.checkUps.where(own).toArray()) yield { is: 'checkUp', row };
  for (const row of await db.removedSensors.where(own).toArray()) yield { is: 'removedSensor', row };
  for (const key of await db.pictures.where(own).primaryKeys()) {
    const picture = await db.pictures.get(key);
    if (!picture) continue;
    const { bytes, ...row } = picture;
    yield { is: 'picture', row, base64: toBase64(bytes) };
  }
}

/** A take or a recording with its pieces. One that was removed meanwhile lacks some, which its reader sees. */
async function* framed(
  db: Database,
  label: Extract<BackupRecord, { pieces: number }>,
  written: () => void,
): AsyncGenerator<BackupRecord> {
  const keys = await db.pieces.where('take').equals(label.row.id).primaryKeys();
  yield { ...label, pieces: keys.length };
  for (const key of keys) {
    const piece = await db.pieces.get(key);
    if (piece) yield { is: 'piece', row: pieceJson(piece) };
    written();
  }
}
