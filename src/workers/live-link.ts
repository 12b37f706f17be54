import type { FromLive, ToLive } from './live-protocol';

/** The screens' end of the live worker. */
export class LiveLink {
  private readonly worker = new Worker(new URL('./live.worker.ts', import.meta.url), { type: 'module' });

  /** @param hear every report, in order @param fail the worker broke */
  constructor(hear: (message: FromLive) => void, fail: (says: string) => void) {
    this.worker.addEventListener('message', ({ data }: MessageEvent<FromLive>) => hear(data));
    this.worker.addEventListener('error', (e) => fail(e.message));
  }

  /** Bytes are handed over, not copied. */
  say(message: ToLive): void {
    this.worker.postMessage(message, message.is === 'bytes' ? [message.bytes.buffer] : []);
  }

  close(): void {
    this.worker.terminate();
  }
}
