import { parentPort } from 'node:worker_threads';
import { problem } from '../problem';
import { calibrate } from './calibrate';
import { firmware } from './firmware';
import { listen } from './listen';
import { plan } from './plan';
import type { Answer, Job, Order } from './protocol';
import { proveTake } from './prove';
import { renderTake } from './render';

const DO: Record<Job, (order: Order) => Response | Promise<Response>> = {
  calibrate: ({ text }) => calibrate(text),
  render: ({ text, accept }) => renderTake(text, accept),
  firmware: ({ text }) => firmware(text),
  prove: ({ text }) => proveTake(text),
  plan: ({ text }) => plan(text),
  listen: ({ text }) => listen(text),
};

parentPort?.on('message', async (order: Order) => {
  const response = await answer(order);
  const body = await response.arrayBuffer();
  const parts: Answer = { status: response.status, headers: [...response.headers], body };
  parentPort?.postMessage(parts, [body]);
});

/** Whatever a job throws is a mistake of ours: it is said as a problem document, and the thread goes on. */
async function answer(order: Order): Promise<Response> {
  try {
    return await DO[order.job](order);
  } catch (error) {
    const says = error instanceof Error ? error.message : String(error);
    return problem(500, 'This could not be computed', [{ path: '', says }]);
  }
}
