import { proxy, wrap } from 'comlink';
import type { Brought } from './read-backup';
import type { Backup } from './backup';

/** Does one thing in a worker of its own. */
async function once<T>(work: (own: ReturnType<typeof wrap<Backup>>) => Promise<T>): Promise<T> {
  const worker = new Worker(new URL('./backup.worker.ts', import.meta.url), { type: 'module' });
  const broke = new Promise<never>((_, reject) =>
    worker.addEventListener('error', (e) => reject(new Error(e.message))),
  );
  try {
    return await Promise.race([work(wrap<Backup>(worker)), broke]);
  } finally {
    worker.terminate();
  }
}

/** @param progress share, 0 … 1 */
export const saveEverything = (progress: (share: number) => void): Promise<Blob> =>
  once((own) => own.save(proxy(progress)));

export const bringEverything = (file: Blob, progress: (share: number) => void): Promise<Brought> =>
  once((own) => own.bring(file, proxy(progress)));
