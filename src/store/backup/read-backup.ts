import { checkInstrument } from '@/core/exchange/document/instrument-json';
import { VERSION } from '@/core/instrument/document';
import { counted } from '@/core/units/counted';
import type { Database, KeptRecording, KeptTake } from '../database';
import { storageWords } from '../trouble';
import { membersOf, readMember } from './members';
import { Newcomer } from './newcomer';
import { recordOf } from './record-checks';
import { FORMAT, FORMAT_VERSION, fromBase64, pieceOf, type BackupRecord } from './records';

/** What became of a backup. */
export interface Brought {
  /** Names of instruments that came; those under another id, since one of that id was there and is another. */
  came: string[];
  beside: string[];
  /** Names of those that were there already, as they are. */
  there: string[];
  /** Takes, recordings, versions, pictures, trials and check-ups that came. */
  records: number;
  /** What could not be read, in sentences. */
  damaged: string[];
}

/** A take or a recording whose pieces are coming. */
interface Coming {
  table: 'takes' | 'recordings';
  row: KeptTake | KeptRecording;
  /** Its id here. */
  id: string;
  /** Whether some of it was here before: an import was cut off. */
  isHere: boolean;
  pieces: number;
  /** Numbers of pieces that have come. */
  has: Set<number>;
}

/**
 * Takes in what a backup has and is not here yet. Nothing that is here is overwritten. What is damaged is left out and told; of
 * a take that lacks a piece nothing is kept.
 */
export async function readBackup(
  stream: AsyncIterable<Uint8Array>,
  db: Database,
  progress: (bytes: number) => void = () => {},
): Promise<Brought> {
  const reader = new Reader(db);
  async function* counting() {
    let bytes = 0;
    for await (const piece of stream) {
      progress((bytes += piece.length));
      yield piece;
    }
  }
  try {
    for await (const member of membersOf(counting())) await reader.take(recordOf(readMember(member)));
  } catch (error) {
    return reader.end(stoppedWords(error));
  }
  return reader.end(null);
}

const stoppedWords = (error: unknown): string =>
  (error as Error).name === 'QuotaExceededError' ||
  (error as { inner?: Error }).inner?.name === 'QuotaExceededError'
    ? 'The browser’s storage is full. What had come by then is kept: remove what you no longer need, and bring the file in again.'
    : `It was stopped (${storageWords(error)}). What had come by then is kept.`;

class Reader {
  readonly brought: Brought = { came: [], beside: [], there: [], records: 0, damaged: [] };
  private isBackup = false;
  private refused = false;
  private ended = false;
  private unread = 0;
  private newcomer: Newcomer | null = null;
  private coming: Coming | null = null;

  constructor(private readonly db: Database) {}

  async take(record: BackupRecord | null): Promise<void> {
    if (this.refused) return;
    if (!record) return void this.unread++;
    switch (record.is) {
      case 'head':
        return this.begin(record);
      case 'instrument':
        await this.close();
        return this.instrument(record);
      case 'take':
      case 'recording':
        await this.close();
        return this.label(record);
      case 'piece':
        return this.piece(record);
      case 'end':
        this.ended = true;
        return;
      default:
        return this.row(record);
    }
  }

  /** @param stopped why it was stopped before its end, in a sentence; null where it was not */
  async end(stopped: string | null): Promise<Brought> {
    await this.close();
    if (stopped !== null) this.brought.damaged.push(stopped);
    const { damaged, came, beside, there } = this.brought;
    if (!this.isBackup && came.length + beside.length + there.length === 0 && !this.refused)
      damaged.push('This is no file of everything from Cheironom. Nothing was changed.');
    else if (this.unread > 0) damaged.push(`${counted(this.unread, 'record')} could not be read.`);
    if (this.isBackup && !this.ended && !this.refused && stopped === null)
      damaged.push('The file ends before its end: the rest of it is missing.');
    return this.brought;
  }

  private begin({ format, version }: Extract<BackupRecord, { is: 'head' }>): void {
    this.isBackup = format === FORMAT;
    this.refused = !this.isBackup || version > FORMAT_VERSION;
    if (this.refused)
      this.brought.damaged.push('It was written by a newer Cheironom than this one. Nothing was changed.');
  }

  private async instrument({ row }: Extract<BackupRecord, { is: 'instrument' }>): Promise<void> {
    this.newcomer = null;
    const read = checkInstrument(row.document);
    if (!read.ok) {
      this.brought.damaged.push(`${row.id} is no instrument that this version reads: ${read.faults[0].says}`);
      return;
    }
    // As it was written, so that it is the same again; one of an older form is upgraded.
    const document = row.document.version === VERSION ? row.document : read.value;
    const { newcomer, is } = await Newcomer.arrive(row, document, this.db);
    this.newcomer = newcomer;
    this.brought[is].push(read.value.name);
  }

  private async row(
    record: Exclude<BackupRecord, { is: 'head' | 'instrument' | 'take' | 'recording' | 'piece' | 'end' }>,
  ): Promise<void> {
    const to = this.ownerOf(record.row);
    if (!to) return void this.unread++;
    const came = await (() => {
      switch (record.is) {
        case 'version':
          return to.add('versions', [to.id, record.row.n], { ...to.renamed(record.row), instrument: to.id });
        case 'trial':
          return to.addOwn('trials', record.row);
        case 'checkUp':
          return to.addOwn('checkUps', record.row);
        case 'removedSensor':
          return to.addOwn('removedSensors', record.row);
        case 'picture':
          return to.addOwn('pictures', { ...record.row, bytes: fromBase64(record.base64) });
      }
    })();
    if (came) this.brought.records++;
  }

  /** The instrument that a row belongs to; null where that could not be read. */
  private ownerOf({ instrument }: { instrument: string }): Newcomer | null {
    return this.newcomer?.origin === instrument ? this.newcomer : null;
  }

  private async label({ is, row, pieces }: Extract<BackupRecord, { pieces: number }>): Promise<void> {
    this.coming = null;
    const to = this.ownerOf(row);
    if (!to) return void this.unread++;
    const table = is === 'take' ? 'takes' : 'recordings';
    const id = to.idOf(row.id);
    const here = await this.db[table].get(id);
    if (here && (await this.isAsWhole(here, row.whole, pieces))) return;
    this.coming = { table, row, id, isHere: here !== undefined, pieces, has: new Set() };
    if (here) return;
    // It does not count until all of it is here.
    const aside = 'removedWith' in row && row.removedWith ? { removedWith: to.idOf(row.removedWith) } : {};
    await this.db.table(table).add({ ...row, ...aside, id, instrument: to.id, whole: false });
    if ('order' in row) await orderAfter(row.order, this.db);
  }

  /** Whether what is here of a take is no less than what the file has of it. */
  private async isAsWhole(here: KeptTake | KeptRecording, whole: boolean, pieces: number): Promise<boolean> {
    if (here.whole || whole) return here.whole;
    return (await this.db.pieces.where('take').equals(here.id).count()) >= pieces;
  }

  private async piece({ row }: Extract<BackupRecord, { is: 'piece' }>): Promise<void> {
    const { coming } = this;
    if (!coming || row.take !== coming.row.id) return;
    await this.db.pieces.put(pieceOf(row, coming.id));
    coming.has.add(row.n);
  }

  /** The take at hand has had all its pieces, or never will. */
  private async close(): Promise<void> {
    const { coming } = this;
    this.coming = null;
    if (!coming) return;
    const { table, row, id, isHere, pieces, has } = coming;
    if (has.size === pieces) {
      await this.db.table(table).update(id, { whole: row.whole });
      this.brought.records++;
      return;
    }
    if (!isHere) {
      await this.db.pieces.where('take').equals(id).delete();
      await this.db.table(table).delete(id);
    }
    const what = 'role' in row ? `A take, ${row.role} of ${row.sensor},` : `The recording ${row.name}`;
    this.brought.damaged.push(
      `${what} lacks ${counted(pieces - has.size, 'piece')} of ${pieces}: it ${isHere ? 'stays cut off' : 'was left out'}.`,
    );
  }
}

/** Takes that are played from now on are newer than one that came. */
async function orderAfter(order: number, db: Database): Promise<void> {
  const last = Number((await db.facts.get('order'))?.value ?? 0);
  if (order > last) await db.facts.put({ key: 'order', value: String(order) });
}
