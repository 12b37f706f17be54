import { proxy, wrap, type Remote } from 'comlink';
import type { LevelJob } from '@/core/calibrate/level-types';
import type { Analysis } from './analysis';

/** The analysis worker, begun on first use. `stop` ends what it is doing; the next call begins anew. */
class AnalysisLink {
  private worker: Worker | null = null;
  private remote: Remote<Analysis> | null = null;

  get(): Remote<Analysis> {
    if (!this.remote) {
      this.worker = new Worker(new URL('./analysis.worker.ts', import.meta.url), { type: 'module' });
      this.remote = wrap<Analysis>(this.worker);
    }
    return this.remote;
  }

  calibrate(job: LevelJob, progress: (share: number) => void) {
    return this.get().calibrate(job, proxy(progress));
  }

  stop(): void {
    this.worker?.terminate();
    this.worker = null;
    this.remote = null;
  }
}

export const analysisLink = new AnalysisLink();
