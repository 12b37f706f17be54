import { proxy, wrap, type Remote } from 'comlink';
import type { Report, SensorJob } from '@/core/calibrate/report';
import type { ReadTake } from '@/core/exchange/takes/take-csv';
import type { Instrument } from '@/core/instrument/document';
import type { Listened } from '@/core/listen/listen';
import type { Result } from '@/core/result';
import type { Frames } from '@/core/signal/take';
import type { Analysis } from './analysis';

/** Thrown by what was under way when it was stopped. */
export class Stopped extends Error {}

/** An analysis worker, begun on first use. `stop` ends what it is doing; the next call begins anew. */
export class AnalysisLink {
  private worker: Worker | null = null;
  private remote: Remote<Analysis> | null = null;
  private stopped: (() => void)[] = [];

  get(): Remote<Analysis> {
    if (!this.remote) {
      this.worker = new Worker(new URL('./analysis.worker.ts', import.meta.url), { type: 'module' });
      this.remote = wrap<Analysis>(this.worker);
    }
    return this.remote;
  }

  calibrate(job: SensorJob, progress: (share: number) => void): Promise<Result<Report>> {
    return this.unlessStopped<Result<Report>>(this.get().calibrate(job, proxy(progress)));
  }

  listen(instrument: Instrument, frames: Frames): Promise<Listened | null> {
    return this.unlessStopped<Listened | null>(this.get().listen(instrument, frames));
  }

  readTake(
    file: Blob,
    rateHz: number,
    unnamed: string[],
    progress: (share: number) => void,
  ): Promise<Result<ReadTake>> {
    return this.unlessStopped<Result<ReadTake>>(this.get().readTake(file, rateHz, unnamed, proxy(progress)));
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.remote = null;
    for (const stop of this.stopped) stop();
    this.stopped = [];
  }

  /** The answer of a worker that was ended never comes: what waits for it must not wait for ever. */
  private unlessStopped<T>(answer: Promise<T>): Promise<T> {
    return new Promise((resolve, reject) => {
      const stop = () => reject(new Stopped());
      this.stopped.push(stop);
      answer.then(resolve, reject).finally(() => (this.stopped = this.stopped.filter((s) => s !== stop)));
    });
  }
}

export const analysisLink = new AnalysisLink();
