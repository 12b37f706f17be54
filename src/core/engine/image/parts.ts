import { COUNTS, partNames, type Image } from '../layout';

/** An image that is being made: equal tables stand once, and listeners are gathered until each gate has all of its own. */
export class Parts {
  readonly image: Image;
  private readonly tables = new Map<string, number>();
  private readonly stairs = new Map<string, number>();

  constructor(image: Pick<Image, 'table_bits' | 'byte_us'>) {
    const lists = Object.fromEntries(partNames().map((part) => [part, []]));
    const counts = Object.fromEntries(COUNTS.map((count) => [count, 0]));
    this.image = {
      ...image,
      ...lists,
      tables: [],
      stairs: [],
      ...counts,
      max_bytes: 1,
    } as unknown as Image;
  }

  /** @returns a new column behind those of the frames, for a block to write; read as a level like any other */
  derivedColumn(): number {
    return this.image.columns + this.image.derived++;
  }

  /** @returns where a value for each scene begins, from 1; 0 where there are no scenes */
  valuesOfScenes(): number {
    const first = this.image.turn_values;
    this.image.turn_values += this.image.scenes;
    return this.image.scenes === 0 ? 0 : first + 1;
  }

  /** @returns where a response table begins in the image */
  table(entries: ArrayLike<number>): number {
    return place(this.image.tables, this.tables, entries);
  }

  /** @returns where stairs begin in the image */
  stair(entries: readonly number[]): number {
    return place(this.image.stairs, this.stairs, entries);
  }
}

function place(all: number[], known: Map<string, number>, entries: ArrayLike<number>): number {
  const own = Array.from(entries);
  const key = own.join();
  const at = known.get(key) ?? all.length;
  if (!known.has(key)) {
    known.set(key, at);
    for (const entry of own) all.push(entry);
  }
  return at;
}
