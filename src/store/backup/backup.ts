import { database } from '../database';
import { readBackup, type Brought } from './read-backup';
import { writeBackup } from './write-backup';

/** Parts of the file that are held as they come before they go into one: a browser keeps a large one on its disk. */
const PARTS_BYTES = 32 * 2 ** 20;

/** What the backup worker does: it reads and writes the browser's storage by itself, so that no page waits. */
export const backup = {
  /** Everything in one file. @param progress share, 0 … 1 */
  async save(progress: (share: number) => void): Promise<Blob> {
    let whole = new Blob([]);
    let parts: Uint8Array<ArrayBuffer>[] = [];
    let held = 0;
    const told = (done: number, of: number) => progress(of === 0 ? 1 : done / of);
    for await (const part of writeBackup(database(), told)) {
      parts.push(part);
      held += part.length;
      if (held < PARTS_BYTES) continue;
      whole = new Blob([whole, ...parts]);
      [parts, held] = [[], 0];
    }
    return new Blob([whole, ...parts], { type: 'application/gzip' });
  },

  /** Takes in what a file has and is not here yet. */
  bring: (file: Blob, progress: (share: number) => void): Promise<Brought> =>
    readBackup(piecesOf(file), database(), (bytes) => progress(bytes / file.size)),
};

export type Backup = typeof backup;

async function* piecesOf(file: Blob): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader();
  for (let piece = await reader.read(); !piece.done; piece = await reader.read()) yield piece.value;
}
