import { proxy, wrap, type Remote } from 'comlink';
import type { CsvColumns } from '@/core/exchange/takes/csv-columns';
import type { Result } from '@/core/result';
import type { Piece } from '@/core/signal/pieces';
import { Stopped } from './analysis-link';
import type { Desk, DeskShape } from './desk';

/** A desk in a worker of its own: one recording lies on it until it is closed. */
export class DeskLink {
  private readonly worker = new Worker(new URL('./desk.worker.ts', import.meta.url), { type: 'module' });
  readonly desk: Remote<Desk> = wrap<Desk>(this.worker);
  private stopped: (() => void) | null = null;

  /** Lays down a recording that comes in pieces, some at a time. */
  async open(channels: string[], pieces: AsyncIterable<Piece[]>): Promise<DeskShape> {
    await this.desk.begin(channels);
    for await (const some of pieces) await this.desk.add(some);
    return this.desk.end();
  }

  /** Reads a file. @throws Stopped where the desk is closed meanwhile */
  read(
    file: Blob,
    columns: CsvColumns,
    rateHz: number,
    progress: (share: number) => void,
  ): Promise<Result<DeskShape>> {
    return new Promise((resolve, reject) => {
      this.stopped = () => reject(new Stopped());
      this.desk.read(file, columns, rateHz, proxy(progress)).then(resolve, reject);
    });
  }

  close(): void {
    this.worker.terminate();
    this.stopped?.();
  }
}
