import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import type { Answer, Order } from './jobs/protocol';
import { problem } from './problem';

/** Threads at work, jobs that may wait for one, and what each may take. */
export interface Limits {
  threads: number;
  waiting: number;
  /** Longest time for an answer, from the moment a thread begins on it, ms. */
  timeMs: number;
  /** Heap of a thread, MB. */
  memoryMb: number;
}

const LIMITS: Limits = { threads: 2, waiting: 8, timeMs: 30_000, memoryMb: 768 };

/** When a client may try again, s. */
const RETRY_AFTER_S = 5;

interface Waiting {
  order: Order;
  /** Ends the work, or takes it out of the queue, when nobody waits for it any more. */
  signal: AbortSignal | undefined;
  done: (response: Response) => void;
}

/**
 * Does heavy work in threads, so that the server goes on answering meanwhile, and so that a limit of time or memory holds
 * inside a computation too: the thread is ended, and the next job begins a new one.
 */
export class Workshop {
  private readonly idle: Worker[] = [];
  private readonly queue: Waiting[] = [];
  private busy = 0;

  constructor(private readonly limits: Limits = LIMITS) {}

  do(asked: Omit<Order, 'scratch'>, signal?: AbortSignal): Promise<Response> {
    if (this.queue.length >= this.limits.waiting) return Promise.resolve(tooBusy(this.limits.waiting));
    return new Promise((done) => {
      const order = { ...asked, scratch: path.join(tmpdir(), `cheironom-${randomUUID()}`) };
      const waiting = { order, signal, done };
      this.queue.push(waiting);
      signal?.addEventListener('abort', () => this.forget(waiting), { once: true });
      this.next();
    });
  }

  private forget(waiting: Waiting): void {
    const at = this.queue.indexOf(waiting);
    if (at < 0) return;
    this.queue.splice(at, 1);
    waiting.done(givenUp());
  }

  private next(): void {
    if (this.busy >= this.limits.threads) return;
    const waiting = this.queue.shift();
    if (!waiting) return;
    this.busy++;
    void this.work(waiting).then((response) => {
      this.busy--;
      waiting.done(response);
      this.next();
    });
  }

  private async work({ order, signal }: Waiting): Promise<Response> {
    const worker = this.idle.pop() ?? begin(this.limits.memoryMb);
    worker.ref();
    const outcome = await outcomeOf(worker, order, this.limits, signal);
    if (outcome instanceof Response) await worker.terminate();
    await rm(order.scratch, { recursive: true, force: true });
    if (outcome instanceof Response) return outcome;
    worker.unref();
    this.idle.push(worker);
    return new Response(outcome.body, outcome);
  }
}

const begin = (memoryMb: number): Worker =>
  new Worker(new URL('./jobs/job.worker.ts', import.meta.url), {
    resourceLimits: { maxOldGenerationSizeMb: memoryMb },
  });

/** What came of an order: the thread's answer, or the refusal to send where the thread is of no more use. */
function outcomeOf(
  worker: Worker,
  order: Order,
  limits: Limits,
  signal?: AbortSignal,
): Promise<Answer | Response> {
  return new Promise((resolve) => {
    const over = (outcome: Answer | Response) => {
      clearTimeout(timer);
      signal?.removeEventListener('abort', abort);
      worker.off('message', over).off('error', fail);
      resolve(outcome);
    };
    const fail = (error: Error) => over(failed(error, limits));
    const abort = () => over(givenUp());
    const timer = setTimeout(() => over(tooLong(limits)), limits.timeMs);
    worker.on('message', over).on('error', fail);
    if (signal?.aborted) return abort();
    signal?.addEventListener('abort', abort);
    worker.postMessage(order);
  });
}

/** The refusal of one request too many. @param waiting how many there are already */
export const tooBusy = (waiting: number): Response =>
  problem(
    503,
    'Too much is being asked at once',
    [{ path: '', says: `${waiting} requests wait already; try again in ${RETRY_AFTER_S} s` }],
    { 'retry-after': String(RETRY_AFTER_S) },
  );

const tooLong = ({ timeMs }: Limits): Response =>
  problem(503, 'The answer took too long', [
    { path: '', says: `${timeMs / 1000} s are the limit; send shorter takes` },
  ]);

/** Nobody reads it: the client is gone. */
const givenUp = (): Response => problem(503, 'The request was given up');

const failed = (error: Error & { code?: string }, { memoryMb }: Limits): Response =>
  error.code === 'ERR_WORKER_OUT_OF_MEMORY'
    ? problem(503, 'The answer took too much memory', [
        { path: '', says: `${memoryMb} MB are the limit; send shorter takes` },
      ])
    : problem(500, 'This could not be computed', [{ path: '', says: error.message }]);

const SHARED = Symbol.for('cheironom.workshop');

/** The one workshop of this process, however often a bundler makes this module. */
export function workshop(): Workshop {
  const all = globalThis as { [SHARED]?: Workshop };
  return (all[SHARED] ??= new Workshop());
}
