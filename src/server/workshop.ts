import { existsSync } from 'node:fs';
import path from 'node:path';
import pidusage from 'pidusage';
import workerpool, { type Pool } from 'workerpool';
import type { Answer, Begun, Job, Order } from './jobs/protocol';
import { failed, givenUp, tooBusy, tooLong, tooLongQueued, tooMuchMemory } from './refusals';
import { Turns } from './turns';

/** Processes at work, jobs that may wait for one, and what each may take. */
export interface Limits {
  processes: number;
  /** Jobs of one client, and of all, that may wait. */
  waiting: number;
  waitingInAll: number;
  /** Longest time in the queue, ms. */
  queueMs: number;
  /** Longest time for an answer, from the moment a process begins on it, ms. */
  timeMs: number;
  /** Heap of a process, and all of its memory, typed arrays too, MB. */
  heapMb: number;
  memoryMb: number;
}

const LIMITS: Limits = {
  processes: 2,
  waiting: 8,
  waitingInAll: 32,
  queueMs: 30_000,
  timeMs: 30_000,
  heapMb: 768,
  memoryMb: 1536,
};
/** Jobs that take milliseconds have a process of their own: they never wait for those that take seconds. */
const LIGHT: readonly Job[] = ['plan', 'firmware'];

/** A process takes a second or so to begin; this is its most, ms. */
const START_MS = 15_000;
/** Memory is looked at this often, ms. */
const LOOK_MS = 150;

/** The processes' program, made by scripts/build-jobs.mjs. */
const PROGRAM = path.join(/* turbopackIgnore: true */ process.cwd(), '.next', 'jobs', 'job.process.mjs');

interface Waiting {
  order: Order;
  /** Ends the work, or takes it out of the queue, when nobody waits for it any more. */
  signal: AbortSignal | undefined;
  done: (response: Response) => void;
}

/**
 * Does heavy work in processes, so that the server goes on answering meanwhile, and so that a limit of time or memory holds
 * inside a computation too: the process is killed, and the next job begins a new one. Clients take turns.
 */
export class Workshop {
  private readonly queue = new Turns<Waiting>();
  private readonly limits: Limits;
  private pool: Pool | null = null;
  private busy = 0;

  constructor(limits: Partial<Limits> = {}) {
    this.limits = { ...LIMITS, ...limits };
  }

  /** @param client who asks, as far as that is known: one that asks much waits for its own */
  do(order: Order, client = '', signal?: AbortSignal): Promise<Response> {
    const { waiting: most, waitingInAll, queueMs } = this.limits;
    if (this.queue.of(client) >= most || this.queue.length >= waitingInAll)
      return Promise.resolve(tooBusy(Math.min(most, this.queue.length)));
    return new Promise((resolve) => {
      const timer = setTimeout(() => this.forget(client, waiting, tooLongQueued(queueMs)), queueMs);
      const waiting: Waiting = {
        order,
        signal,
        done: (response) => {
          clearTimeout(timer);
          resolve(response);
        },
      };
      this.queue.add(client, waiting);
      signal?.addEventListener('abort', () => this.forget(client, waiting, givenUp()), { once: true });
      this.next();
    });
  }

  /** Ends its processes. */
  async close(): Promise<void> {
    await this.pool?.terminate(true);
    this.pool = null;
  }

  private forget(client: string, waiting: Waiting, response: Response): void {
    if (this.queue.remove(client, waiting)) waiting.done(response);
  }

  private next(): void {
    if (this.busy >= this.limits.processes) return;
    const waiting = this.queue.next();
    if (!waiting) return;
    this.busy++;
    void this.work(waiting).finally(() => {
      this.busy--;
      this.next();
    });
  }

  /** Answers as soon as there is an answer; the process is free, or ended, when this is over. */
  private async work({ order, signal, done }: Waiting): Promise<void> {
    const { timeMs, memoryMb } = this.limits;
    let pid = 0;
    let refused: Response | null = null;
    const end = (response: Response) => {
      if (refused) return;
      refused = response;
      done(response);
      if (pid > 0) kill(pid);
    };
    const abort = () => end(givenUp());
    let timer = setTimeout(() => end(tooLong(timeMs)), timeMs + START_MS);
    const watch = setInterval(() => {
      if (pid > 0) void memoryOf(pid).then((mb) => mb > memoryMb && end(tooMuchMemory(memoryMb)));
    }, LOOK_MS);
    signal?.addEventListener('abort', abort);
    if (signal?.aborted) abort();
    try {
      if (refused) return;
      const begun = ({ pid: own }: Begun) => {
        pid = own;
        clearTimeout(timer);
        timer = setTimeout(() => end(tooLong(timeMs)), timeMs);
        if (refused) kill(pid);
      };
      const { status, headers, body }: Answer = await this.processes().exec('work', [order], { on: begun });
      done(new Response(Uint8Array.from(body), { status, headers }));
    } catch (error) {
      end(failed(error as Error, memoryMb));
    } finally {
      clearTimeout(timer);
      clearInterval(watch);
      signal?.removeEventListener('abort', abort);
    }
  }

  private processes(): Pool {
    if (!existsSync(PROGRAM)) throw new Error(`workshop: ${PROGRAM} is required; npm run build makes it`);
    return (this.pool ??= workerpool.pool(PROGRAM, {
      workerType: 'process',
      maxWorkers: this.limits.processes,
      workerTerminateTimeout: 100,
      forkOpts: { serialization: 'advanced', execArgv: [`--max-old-space-size=${this.limits.heapMb}`] },
    }));
  }
}

function kill(pid: number): void {
  try {
    process.kill(pid, 'SIGKILL');
  } catch (error) {
    // It has ended by itself.
    if ((error as NodeJS.ErrnoException).code !== 'ESRCH') throw error;
  }
}

/** Memory that a process takes, MB; 0 where it has ended, or this machine does not tell. */
const memoryOf = (pid: number): Promise<number> =>
  pidusage(pid).then(
    ({ memory }) => memory / 2 ** 20,
    () => 0,
  );

const SHARED = Symbol.for('cheironom.workshop');

/** The workshop for a job, one for light ones and one for heavy ones in this process, however often a bundler makes this module. */
export function workshopFor(job: Job): Workshop {
  const all = globalThis as { [SHARED]?: { light: Workshop; heavy: Workshop } };
  all[SHARED] ??= { light: new Workshop({ processes: 1 }), heavy: new Workshop() };
  return LIGHT.includes(job) ? all[SHARED].light : all[SHARED].heavy;
}
