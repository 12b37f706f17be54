import 'reflect-metadata/lite';
import workerpool from 'workerpool';
import { problem } from '../problem';
import { calibrate } from './calibrate';
import { firmware } from './firmware';
import { listen } from './listen';
import { plan } from './plan';
import type { Answer, Begun, Job, Order } from './protocol';
import { proveTake } from './prove';
import { renderTake } from './render';
import { textOf } from './text-of';

const DO: Record<Job, (text: string, accept: string) => Response | Promise<Response>> = {
  calibrate,
  render: renderTake,
  firmware,
  prove: proveTake,
  plan,
  listen,
};

/** Does a job. Whatever it throws is a mistake of ours: it is said as a problem document, and the process goes on. */
async function answer({ job, body, packed, accept }: Order): Promise<Response> {
  try {
    const text = await textOf(body, packed);
    return text.ok ? await DO[job](text.value, accept) : text.response;
  } catch (error) {
    const says = error instanceof Error ? error.message : String(error);
    return problem(500, 'This could not be computed', [{ path: '', says }]);
  }
}

workerpool.worker({
  async work(order: Order): Promise<Answer> {
    workerpool.workerEmit({ pid: process.pid } satisfies Begun);
    const response = await answer(order);
    const body = new Uint8Array(await response.arrayBuffer());
    return { status: response.status, headers: [...response.headers], body };
  },
});
