import type { Instrument } from '@/core/instrument/document';
import { freeId } from '../bench';
import type { Database, KeptInstrument } from '../database';

/** What is kept in rows with an id of their own. */
type OwnRows = 'trials' | 'checkUps' | 'removedSensors' | 'pictures';

/** An instrument that comes out of a backup, and what comes with it: under its own ids, or under new ones beside what is here. */
export class Newcomer {
  private readonly ids = new Map<string, string>();

  private constructor(
    readonly id: string,
    /** Its id in the backup. */
    readonly origin: string,
    /** Whether an instrument of its id is here and is another: then all ids are new. */
    private readonly isBeside: boolean,
    private readonly db: Database,
  ) {}

  /** Puts an instrument on the bench, unless it is there as it is. */
  static async arrive(
    row: KeptInstrument,
    document: Instrument,
    db: Database,
  ): Promise<{ newcomer: Newcomer; is: 'came' | 'there' | 'beside' }> {
    const here = await db.instruments.get(row.id);
    if (!here) {
      await db.instruments.add({ ...row, document });
      return { newcomer: new Newcomer(row.id, row.id, false, db), is: 'came' };
    }
    if (JSON.stringify(here.document) === JSON.stringify(document)) {
      // Laid aside since: it is wanted again.
      if (here.removedAt && !row.removedAt) await db.instruments.update(row.id, { removedAt: undefined });
      return { newcomer: new Newcomer(row.id, row.id, false, db), is: 'there' };
    }
    const id = await freeId(row.id, db);
    const newcomer = new Newcomer(id, row.id, true, db);
    await db.instruments.add({ ...row, id, document: { ...newcomer.renamed(document), id } });
    return { newcomer, is: 'beside' };
  }

  /** The id here of a take, a picture or the like. */
  idOf(id: string): string {
    if (!this.isBeside) return id;
    const known = this.ids.get(id) ?? crypto.randomUUID();
    this.ids.set(id, known);
    return known;
  }

  /** A value in which takes and pictures are named by their ids here. */
  renamed<T>(value: T): T {
    if (!this.isBeside) return value;
    const within = (at: unknown, key: string): unknown => {
      if (Array.isArray(at))
        return at.map((own) =>
          NAMES.has(key) && typeof own === 'string' ? this.idOf(own) : within(own, ''),
        );
      if (typeof at !== 'object' || at === null) return at;
      return Object.fromEntries(Object.entries(at).map(([own, inside]) => [own, within(inside, own)]));
    };
    return within(value, '') as T;
  }

  /** Adds a row where none of its key is here. @returns whether it came */
  async add(table: string, key: string | [string, number], row: object): Promise<boolean> {
    if (await this.db.table(table).get(key)) return false;
    await this.db.table(table).add(row);
    return true;
  }

  addOwn<T extends { id: string }>(table: OwnRows, row: T): Promise<boolean> {
    const id = this.idOf(row.id);
    return this.add(table, id, { ...this.renamed(row), id, instrument: this.id });
  }
}

/** Properties that name takes or pictures by their ids. */
const NAMES: ReadonlySet<string> = new Set(['takes', 'pictures']);
